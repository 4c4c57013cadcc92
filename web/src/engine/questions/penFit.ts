// The pen of this device, fitted to the hand that holds it: a curve that its pressure is brought through.
import type { Link, Node } from "@/documents/brush"
import { FLOATS, type Pen } from "@/documents/stroke"
import { writeLink } from "../memory/brush"
import type { Module } from "../memory/module"
import { bytesOf } from "../memory/records"
import { nodesAt } from "./curves"

export class PenFit {
  private curve
  private found
  private fitted = false

  constructor(private module: Module) {
    this.curve = module.memory.take(1, bytesOf("link"))
    this.found = module.memory.take(1, bytesOf("link"))
  }

  /** Bring the pen's pressure through a fitted curve from now on, or take it as it comes. */
  set(link?: Link): void {
    this.fitted = link !== undefined
    if (!link) return
    writeLink(this.module.memory, this.curve.at, link)
    this.module.call("ready_fitting", this.curve)
  }

  /** Fit a curve to pressures of a light, a usual and a hard press; tells what came of it. */
  fit(presses: Float32Array<ArrayBuffer>[]): { came: number; nodes?: Node[] } {
    const { memory } = this.module
    const block = memory.lend(presses.reduce((sum, one) => sum + one.byteLength, 16))
    let { at } = block
    const given = presses.map((one) => {
      const vector = { at, length: one.length }
      memory.f32(vector).set(one)
      at += one.byteLength
      return vector
    })
    const came = this.module.call("fit_pen", ...given, this.found)
    memory.giveBack(block)
    return came === 0 ? { came, nodes: nodesAt(this.module, this.found.at) } : { came }
  }

  /** Samples as the fitted pen made them; those of other pointers as they are. */
  asMeant(samples: Float32Array<ArrayBuffer>, { kind }: Pen): Float32Array<ArrayBuffer> {
    if (!this.fitted || kind !== "pen" || samples.length === 0) return samples
    const { memory } = this.module
    const block = memory.lend(samples.byteLength)
    memory.f32({ at: block.at, length: samples.length }).set(samples)
    const count = samples.length / FLOATS
    this.module.call("apply_fitting", this.curve, { at: block.at, length: count }, count)
    const out = memory.f32({ at: block.at, length: samples.length }).slice()
    memory.giveBack(block)
    return out
  }
}
