// Words as a hand would write them: skeletons of letters laid into the engine's memory, and written by the core.
import { MOST_LETTERS, MOST_PEN_STROKES, MOST_PLACES, WORD_SAMPLES } from "@/generated/layout"
import skeletonsAddress from "@/generated/skeletons.json?url"
import { FLOATS } from "@/documents/stroke"
import type { WordSetting } from "@/documents/words"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, readField, writeField } from "../memory/records"

/** What came of a line: the samples of each stroke, characters that no skeleton is there for, where it ends, sheet px. */
export interface WrittenLine {
  strokes: Float32Array<ArrayBuffer>[]
  missing: string
  endsAt: number
}

type TableName = "glyphs" | "ways" | "places"
type Shipped = Record<TableName, { count: number; bytes: string }>

const RECORD = { glyphs: "glyph", ways: "way", places: "place" } as const

export class Words {
  private tables?: Promise<Record<TableName, Vector>>
  private setting: Vector

  constructor(private module: Module) {
    this.setting = module.memory.take(1, bytesOf("setting"))
  }

  private async load(): Promise<Record<TableName, Vector>> {
    const answer = await fetch(new URL(skeletonsAddress, self.location.href))
    const shipped = (await answer.json()) as Shipped
    const { memory } = this.module
    const laid = (name: TableName): Vector => {
      const { count, bytes } = shipped[name]
      const size = bytesOf(RECORD[name])
      const table = memory.take(count, size)
      memory
        .u8({ at: table.at, length: count * size })
        .set(Uint8Array.from(atob(bytes), (one) => one.charCodeAt(0)))
      return table
    }
    return { glyphs: laid("glyphs"), ways: laid("ways"), places: laid("places") }
  }

  /** Write a line of text. */
  async write(text: string, setting: WordSetting): Promise<WrittenLine> {
    const { glyphs, ways, places } = await (this.tables ??= this.load())
    const { memory, call } = this.module
    const codes = [...text.normalize("NFD")].slice(0, MOST_LETTERS).map((one) => one.codePointAt(0)!)
    const sizes = [
      codes.length * 4,
      MOST_PLACES * bytesOf("place"),
      16 * MOST_PLACES * bytesOf("place"),
      WORD_SAMPLES * bytesOf("sample"),
      MOST_PEN_STROKES * 4,
      (1 + MOST_LETTERS) * 4,
    ].map((size) => (size + 63) & ~63)
    const block = memory.lend(sizes.reduce((sum, one) => sum + one, 0))
    let { at } = block
    const lengths = [
      codes.length,
      MOST_PLACES,
      16 * MOST_PLACES,
      WORD_SAMPLES,
      MOST_PEN_STROKES,
      1 + MOST_LETTERS,
    ]
    const [text32, way, walked, samples, ends, missing] = lengths.map((length, i) => {
      const vector = { at, length }
      at += sizes[i]!
      return vector
    }) as [Vector, Vector, Vector, Vector, Vector, Vector]
    memory.i32(text32).set(codes)
    for (const [name, value] of Object.entries(setting)) {
      writeField(memory, "setting", this.setting.at, name as keyof WordSetting, value)
    }
    const count = call(
      "write_line",
      ...[this.setting, text32, codes.length, glyphs, ways, places, way, walked, samples, ends, missing],
    )
    const stops = memory.i32(ends)
    const strokes = Array.from({ length: count }, (_, i) => {
      const from = i > 0 ? stops[i - 1]! : 0
      return memory
        .f32({ at: samples.at + from * bytesOf("sample"), length: (stops[i]! - from) * FLOATS })
        .slice()
    })
    const lacking = memory.i32(missing)
    const left = new Set(Array.from({ length: lacking[0]! }, (_, i) => String.fromCodePoint(lacking[1 + i]!)))
    memory.giveBack(block)
    return {
      strokes,
      missing: [...left].join(""),
      endsAt: readField(memory, "setting", this.setting.at, "ends_at"),
    }
  }
}
