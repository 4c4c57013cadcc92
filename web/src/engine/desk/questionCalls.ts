// What is asked of the core: colours, curves, words, readings.
import type { BrushDocument, Input, Link } from "@/documents/brush"
import type { SheetDocument } from "@/documents/sheet"
import type { Kind, Stroke } from "@/documents/stroke"
import type { WordSetting } from "@/documents/words"
import { strokeAt, strokesIn } from "../questions/choosing"
import { ruleGuides } from "../questions/guides"
import { neighbours } from "../questions/neighbours"
import { straightened } from "../questions/straighten"
import type { At } from "./at"

export const questionCalls = (at: At) => ({
  contrast: (first: number, second: number) => at.desk.colour.contrast(first, second),
  lchOf: (colour: number) => at.desk.colour.lchOf(colour),
  colourOf: (lightness: number, chroma: number, hue: number) =>
    at.desk.colour.colourOf(lightness, chroma, hue),
  straightened: (samples: Float32Array<ArrayBuffer>) => straightened(at.desk.module, samples),
  strokeAt: (x: number, y: number, reach: number) =>
    strokeAt(at.desk.module, at.desk.sheet.paper.strokes, x, y, reach),
  strokesIn: (lasso: [number, number][]) => strokesIn(at.desk.module, at.desk.sheet.paper.strokes, lasso),
  /** Write a line of text as a hand would. */
  writeLine: (text: string, setting: WordSetting) => at.desk.words.write(text, setting),
  ruleGuides: (document: SheetDocument) => ruleGuides(at.desk.module, document),
  setFitting: (link?: Link) => at.desk.penFit.set(link),
  fitPen: (presses: Float32Array<ArrayBuffer>[]) => at.desk.penFit.fit(presses),
  setReference: (shaky: Stroke, cornered: Stroke) => at.desk.setReference(shaky, cornered),
  compare: (brush: BrushDocument) => at.desk.compare(brush),
  neighbours: (brush: BrushDocument, stations: string[], far: number, seed: number) =>
    neighbours(at.desk.module, brush, stations, far, seed),
  readBrush: (brush: BrushDocument) => at.desk.readBrush("beside", brush, at.betweenInking),
  /** The readings of the brush on the bench; those that are known first are told as news, with the turn they are of. */
  measure: (brush: BrushDocument, turn: number) =>
    at.desk.readBrush("bench", brush, at.betweenInking, (readings) =>
      at.tell({ measured: { turn, readings } }),
    ),
  traceLink: (link: Link) => at.desk.curves.trace(link),
  addNode: (link: Link, x: number, y: number) => at.desk.curves.addNode(link, x, y),
  moveNode: (link: Link, index: number, x: number, y: number) => at.desk.curves.moveNode(link, index, x, y),
  removeNode: (link: Link, index: number) => at.desk.curves.removeNode(link, index),
  pressureFromSpeed: (speed: number, usual: number) => at.desk.pressureFromSpeed(speed, usual),
  reports: (kind: Kind, own: string[], bins: number) => at.desk.reports(kind, own, bins),
  inputHistogram: (input: Input, bins: number, own: string[]) => at.desk.inputHistogram(input, bins, own),
  takeInHand: (id: string) => at.desk.takeInHand(id),
})
