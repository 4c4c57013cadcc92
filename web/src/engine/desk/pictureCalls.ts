// What is asked for to be looked at, or kept as a file.
import * as Comlink from "comlink"
import type { BrushDocument } from "@/documents/brush"
import type { Rectangle } from "@/documents/stroke"
import type { PocketPicture, ShownOn } from "../pictures/pockets"
import type { SheetToWrite, Writing } from "../pictures/sheetWriter"
import type { Picture, Wedge } from "../pictures/stations"
import type { At } from "./at"
import type { Shown } from "./desk"

export const pictureCalls = (at: At) => ({
  async inkStation(which: Picture, brush: BrushDocument, width: number, height: number, wedge?: Wedge) {
    await at.betweenInking()
    const inked = await at.desk.inkStation(which, brush, width, height, wedge)
    return Comlink.transfer(inked, [inked.picture])
  },
  async traces(shown: Shown) {
    await at.betweenInking()
    return at.desk.traces(shown)
  },
  async inkPocket(which: PocketPicture | ShownOn, brush: BrushDocument, width: number, height: number) {
    const inked = await at.desk.inkPocket(which, brush, width, height)
    return Comlink.transfer(inked, [inked.picture])
  },
  /** The same as a PNG. */
  async writePocket(which: PocketPicture | ShownOn, brush: BrushDocument, width: number, height: number) {
    const { picture, whole } = await at.desk.inkPocket(which, brush, width, height)
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext("bitmaprenderer")!.transferFromImageBitmap(picture)
    return { file: await canvas.convertToBlob({ type: "image/png" }), whole }
  },
  /** Write a sheet as a PNG; the share that is done is told as news. Nothing where it was stopped. */
  writeSheet: (sheet: SheetToWrite, writing: Writing) =>
    at.desk.sheetWriter.write(sheet, writing, at.betweenInking, (written) => at.tell({ written })),
  stopWriting: () => at.desk.sheetWriter.stop(),
  sheetPicture: (side: number) => at.desk.sheet.paper.picture(side, at.betweenInking),
  capture: (frame: Rectangle) => at.desk.capture(frame),
  referenceLines: (brush: BrushDocument) => at.desk.referenceLines(brush),
})
