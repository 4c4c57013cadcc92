// Undo of re-inking inks nothing, and redo neither: the ink that was there lies there again, to the last pixel.
import { readFileSync } from "node:fs"
import { beforeEach, describe, expect, it } from "vitest"
import type { BrushDocument } from "@/documents/brush"
import { defaultSheet, type SheetStroke } from "@/documents/sheet"
import { samplesFrom } from "@/documents/stroke"
import { Images } from "@/engine/memory/images"
import { loadModule, type Module } from "@/engine/memory/module"
import { Sheet } from "@/engine/easel/sheet"
import { Slots, Workspace } from "@/engine/easel/workspace"
import { SheetPaper } from "@/engine/easel/sheetPaper"
import { DEFAULT_BRUSH } from "@/generated/layout"

const [WIDTH, HEIGHT] = [900, 700]
const PLAIN = DEFAULT_BRUSH as unknown as BrushDocument
const LOOKS: Record<string, BrushDocument> = {
  thin: { ...PLAIN, size: 4 },
  broad: { ...PLAIN, size: 14, opacity: 0.6 },
}

const stroke = (i: number, look = "thin"): SheetStroke => ({
  ...{ id: `s${String(i).padStart(3, "0")}`, sheet: "one", kind: "pen", erase: false, seed: i + 1 },
  ...{ look, ink: "#1e2a2d", opacity: null, drawnAt: i },
  samples: samplesFrom(
    Array.from({ length: 24 }, (_, k) => [
      20 + ((37 * i) % 700) + 6 * k,
      20 + ((53 * i) % 640) + 9 * Math.sin(k / 3 + i),
      ...[8 * k, 0.3 + 0.02 * k, 1.2, 0],
    ]),
  ),
})
const drawn = Array.from({ length: 260 }, (_, i) => stroke(i))
const inkedWith = (look: string, which: (i: number) => boolean) =>
  drawn.map((one, i) => (which(i) ? { ...one, look } : one))

let module: Module
let space: Workspace
let paper: SheetPaper

function paperOf(strokes: SheetStroke[]): SheetPaper {
  const slots = new Slots(module)
  const another = () => new Sheet(module, slots, space, WIDTH, HEIGHT)
  const made = new SheetPaper(module, another(), another, WIDTH, HEIGHT)
  made.brush = PLAIN
  made.setDocument({ ...defaultSheet(), width: WIDTH, height: HEIGHT })
  made.setLooks(LOOKS)
  show(made, strokes)
  return made
}

/** Have other strokes, as an easel does. */
function show(on: SheetPaper, strokes: SheetStroke[]): void {
  if (!on.layOnTop(strokes)) {
    on.strokes = strokes
    on.reink()
  }
  while (on.inking) on.inkOn()
}

function pixels({ sheet }: SheetPaper): Buffer {
  const block = module.memory.lend(4 * WIDTH * HEIGHT)
  const out = { at: block.at, length: 4 * WIDTH * HEIGHT }
  sheet.flatten(0xffffff, out)
  const copy = Buffer.from(module.memory.u8(out))
  module.memory.giveBack(block)
  return copy
}

/** That the paper shows strokes as one does that never showed others. */
const expectInked = (strokes: SheetStroke[]) =>
  expect(pixels(paper).equals(pixels(paperOf(strokes))), "all as it would be").toBe(true)

/** How many strokes are inked while something is done. */
function inkedBy(act: () => void): number {
  const before = space.inked
  act()
  return space.inked - before
}

beforeEach(async () => {
  const file = readFileSync("src/generated/engine.wasm")
  module = await loadModule(file.buffer.slice(file.byteOffset, file.byteOffset + file.length) as ArrayBuffer)
  space = new Workspace(module, new Images(module))
  paper = paperOf(drawn)
})

describe.each([
  ["a few strokes", inkedWith("broad", (i) => i < 3)],
  ["all strokes", inkedWith("broad", () => true)],
])("re-inking %s", (_, after) => {
  it("is taken back and done again without inking anything", () => {
    expect(inkedBy(() => show(paper, after))).toBeGreaterThan(0)
    expectInked(after)
    for (const strokes of [drawn, after, drawn]) {
      expect(inkedBy(() => show(paper, strokes))).toBe(0)
      expectInked(strokes)
    }
  })

  it("is taken back after a stroke that was drawn over it was taken off", () => {
    show(paper, after)
    const more = { ...stroke(999), samples: stroke(1).samples }
    show(paper, [...after, more])
    show(paper, after)
    expect(inkedBy(() => show(paper, drawn))).toBe(0)
    expectInked(drawn)
  })

  it("leaves nothing behind where the sheet is inked at another scale meanwhile", () => {
    show(paper, after)
    paper.setView({ zoom: 2, originX: 0, originY: 0, width: 2 * WIDTH, height: 2 * HEIGHT })
    paper.reink()
    while (paper.inking) paper.inkOn()
    paper.setView({ zoom: 1, originX: 0, originY: 0, width: WIDTH, height: HEIGHT })
    paper.reink()
    while (paper.inking) paper.inkOn()
    show(paper, drawn)
    expectInked(drawn)
  })
})

it("takes back one re-inking after the other", () => {
  const states = [drawn, ...[5, 60, 200].map((n) => inkedWith("broad", (i) => i < n))]
  for (const strokes of states.slice(1)) show(paper, strokes)
  for (const strokes of states.slice(0, -1).reverse()) {
    expect(inkedBy(() => show(paper, strokes))).toBe(0)
    expectInked(strokes)
  }
})

it("knows that what was drawn while all was inked anew lay on the sheet before, too", () => {
  const after = inkedWith("broad", () => true)
  paper.layOnTop(after)
  paper.strokes = after
  paper.reink()
  expect(paper.inking).toBe(true)
  const more = { ...stroke(999), samples: stroke(1).samples }
  paper.begin(more)
  paper.sheet.feed(more.samples)
  paper.keep({ ...more, samples: paper.lift() })
  while (paper.inking) paper.inkOn()
  const kept = paper.strokes.at(-1) as SheetStroke
  // The pen had the plain brush in hand.
  paper.setLooks({ ...LOOKS, plain: PLAIN })
  show(paper, [...drawn, { ...kept, look: "plain" }])
  expectInked([...drawn, { ...kept, look: "plain" }])
})
