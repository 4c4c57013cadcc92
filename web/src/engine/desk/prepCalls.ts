// What the prep table asks of the engine.
import * as Comlink from "comlink"
import type { Makes, Recipe, Start, Step } from "@/documents/recipe"
import type { Picture } from "../memory/images"
import { ON_THE_TABLE, type OnTable, type Print } from "../prep/prep"
import type { At } from "./at"

/** A recipe of a source that is to be followed, and the size that it should hold up to. */
export interface PrepWish {
  table: OnTable
  recipe: Recipe
  makes: Makes
  largest: number
  edit: number
}

export const prepCalls = (at: At) => ({
  async sketch(px: number, makes: Makes, start?: Start, step?: Step) {
    const made = await at.desk.prep.sketch(px, makes, start, step)
    return made && Comlink.transfer(made, [made])
  },
  async prepFollow({ table, recipe, makes, largest, edit }: PrepWish) {
    const followed = await at.desk.prep.follow(table, recipe, makes, largest, edit)
    return Comlink.transfer(followed, [followed.picture.ink.buffer])
  },
  prepPrint(id: string, which: Print, width: number, height: number) {
    const print = at.desk.prep.printOf(id, which, width, height)
    return print && Comlink.transfer(print, [print])
  },
  prepFinish: (table: OnTable, recipe: Recipe, makes: Makes) => at.desk.prep.finish(table, recipe, makes),
  makePicture: (recipe: Recipe, makes: Makes) => at.desk.prep.make(recipe, makes),
  beginSource: (file: Blob, makes?: Makes) => at.desk.prep.begin(file, makes),
  /** Have what the recipe on the prep table came to at hand for the brush that tries it. */
  putOnTable: (makes: Makes, picture: Picture) => at.desk.images.put(makes, ON_THE_TABLE, picture),
})
