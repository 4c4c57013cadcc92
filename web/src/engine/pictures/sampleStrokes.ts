// Strokes that the stations' pictures show, where it is not the one in hand.
import { samplesFrom, type Stroke } from "@/documents/stroke"
import { PICTURED } from "@/generated/layout"

const strokeOf = (rows: number[][]): Stroke => ({
  kind: "pen",
  erase: false,
  seed: 1,
  samples: samplesFrom(rows),
})

/** A stroke as the tables have it. */
export const pictured = (key: string): Stroke => strokeOf(PICTURED[key]!)

/** A stroke up the middle of a room. */
export const upright = (width: number, height: number): Stroke =>
  strokeOf(PICTURED.upright!.map(([x, y, ...hand]) => [x! + width / 2, y! * height, ...hand]))
