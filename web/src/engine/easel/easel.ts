// An easel: a sheet with its strokes, the brush that is tried on it, and the stroke in hand.
import type { BrushDocument } from "@/documents/brush"
import { FLOATS, TIME, type KeptStroke, type Pen } from "@/documents/stroke"
import type { Supply } from "../memory/supply"
import type { Paper } from "./paper"
import { ProofPaper } from "./proofPaper"
import { readField } from "../memory/records"
import type { Context, View } from "./screen"
import type { Sheet } from "./sheet"

/** The bench's, the prep table's, one beside the bench's for another brush, one to try what is not one's own yet, and
 * the one that a sheet lies on. */
export type EaselName = "bench" | "prep" | "beside" | "try" | "sheet"

/** What the pen does just now, as the core reads it. */
export interface Live {
  pressure: number
  tilt: number
  azimuth: number
  twist: number
  speed: number
  /** All inputs of responses, 0..1. */
  inputs: number[]
}

const NONE = new Float32Array(0)

export class Easel {
  inHand = ""
  /** Whether sources of the brush are on their way: what is measured without them is not the brush's. */
  awaited = false
  protected penDown = false
  private pen: Pen = { kind: "pen", erase: false, seed: 1 }
  /** Samples that the hand is expected to make next, and the time of its newest one, ms. */
  private foreseen = NONE
  private handAt = -Infinity
  protected stale = false

  constructor(
    readonly paper: Paper,
    protected supply: Supply,
    /** Samples as they are meant: of a pen that is fitted. */
    private meant: (samples: Float32Array<ArrayBuffer>, pen: Pen) => Float32Array<ArrayBuffer>,
    /** Called when the sources of its brush have come. */
    protected came: () => void,
    /** Called when strokes are on their way, so that somebody inks on. */
    private begun: () => void,
  ) {}

  get sheet(): Sheet {
    return this.paper.sheet
  }

  get brush(): BrushDocument | undefined {
    return this.paper.brush
  }

  get strokes(): KeptStroke[] {
    return this.paper.strokes
  }

  attach(context: Context): void {
    this.paper.attach(context)
    this.paper.showAll()
    // A device that was short of memory, or slept, may have let go of what was on the canvas.
    context.canvas.addEventListener("contextrestored", () => this.paper.showAll())
  }

  /** Brushes that layers are inked with instead of the easel's own, by id. */
  setOthers(others: Record<string, BrushDocument>): void {
    if (!(this.paper instanceof ProofPaper)) return
    this.paper.others = others
    if (this.brush) this.setBrush(this.brush)
  }

  setView(view: View): void {
    this.paper.setView(view)
  }

  /** Ink the sheet at the pixels that the view shows, unless it is. While the pen is down it waits for the lift. */
  rescale(): void {
    if (this.paper.unscaled) this.reink()
  }

  /** Ink everything with a brush. Sources that are not here yet are fetched, and inked when they are. */
  setBrush(brush: BrushDocument): void {
    this.paper.brush = brush
    const missing = this.supply.layOut(this.paper.brushes)
    this.awaited = missing.length > 0
    this.reink()
    if (missing.length > 0) void this.bring(brush, missing)
  }

  private async bring(brush: BrushDocument, missing: string[]): Promise<void> {
    // One that cannot be fetched leaves its plain stand-in; the next change asks for it again.
    await this.supply.bring(missing)
    if (this.brush !== brush) return
    this.awaited = false
    this.supply.layOut(this.paper.brushes)
    this.reink()
    this.came()
  }

  setStrokes(strokes: KeptStroke[]): void {
    if (!this.penDown && !this.stale && this.paper.layOnTop(strokes)) return
    this.paper.strokes = strokes
    this.reink()
  }

  /** Ink every stroke anew with the brush as it stands. While the pen is down it waits for the lift. */
  reink(): void {
    if (!this.brush) return
    if (this.penDown) {
      this.stale = true
      return
    }
    this.stale = false
    this.paper.inHand = this.inHand
    this.paper.reink()
    if (this.inking) this.begun()
  }

  /** Whether strokes are on their way. */
  get inking(): boolean {
    return this.paper.inking
  }

  /** Ink on where much is to be inked, unless the pen is down. Returns how long all took, ms, once it is done. */
  inkOn(): number | undefined {
    if (!this.inking) return undefined
    if (!this.penDown) this.paper.inkOn()
    return this.inking ? undefined : this.paper.took
  }

  down(pen: Pen): void {
    if (this.penDown) this.cancel()
    this.penDown = true
    this.pen = pen
    this.foreseen = NONE
    this.handAt = -Infinity
    this.paper.begin(pen)
  }

  /** Draw on; where it is known anew, to where the hand is expected next: nothing of that is kept. */
  move(samples: Float32Array<ArrayBuffer>, foreseen?: Float32Array<ArrayBuffer>): void {
    if (!this.penDown) return
    if (foreseen) this.foreseen = this.meant(foreseen, this.pen)
    // What is recorded is what the hand meant: a later fitting must not change strokes that exist.
    this.draw(this.meant(samples, this.pen))
  }

  /** The hand is not where it was expected. */
  forget(): void {
    if (this.foreseen.length > 0) this.move(NONE, NONE)
  }

  private draw(samples: Float32Array<ArrayBuffer>): void {
    // Of what was foreseen, the hand has come by what lies before its newest sample.
    if (samples.length > 0) this.handAt = samples[samples.length - FLOATS + TIME]!
    let passed = 0
    while (passed < this.foreseen.length && this.foreseen[passed + TIME]! <= this.handAt) passed += FLOATS
    this.foreseen = this.foreseen.subarray(passed)
    this.sheet.feed(samples, true, this.foreseen)
    this.paper.showChange()
  }

  /** Lift the pen; returns the stroke, or nothing if no sample was sound. */
  up(id: string): KeptStroke | undefined {
    if (!this.penDown) return undefined
    this.penDown = false
    const samples = this.paper.lift()
    this.paper.showChange()
    let stroke: KeptStroke | undefined
    if (samples.length > 0) {
      stroke = { id, ...this.pen, samples }
      this.paper.keep(stroke)
      this.inHand = id
    }
    if (this.stale) this.reink()
    return stroke
  }

  cancel(): void {
    if (!this.penDown) return
    this.penDown = false
    this.sheet.cancel()
    this.paper.showChange()
    if (this.stale) this.reink()
  }

  get live(): Live {
    const { sheet } = this
    return {
      pressure: sheet.read("pressure"),
      tilt: sheet.read("tilt"),
      azimuth: sheet.read("azimuth"),
      twist: sheet.read("twist"),
      speed: sheet.read("speed"),
      inputs: sheet.inputs,
    }
  }

  /** Whether the line is swept: its stamps are endlessly close, whatever the spacing. */
  sweptIn(memory: Parameters<typeof readField>[0]): boolean {
    return readField(memory, "brush", this.paper.coming.brush.at, "swept") === 1
  }

  /** Nobody looks at it any more: its tiles are free for others. */
  leave(): void {
    this.cancel()
    this.paper.leave()
  }
}
