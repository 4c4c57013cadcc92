// What the pen of a stroke reports, on its way to the engine: at once where that is free, else gathered until it has
// shown what it had. However long that takes, the next call only takes more reports along.
import { joined } from "@/documents/stroke"

type Samples = Float32Array<ArrayBuffer>

/** Feed an easel with reports and where the hand is expected next, where that is known anew; answers once it shows them. */
export type Feed = (samples: Samples, foreseen?: Samples) => Promise<unknown>

export class PenLine {
  private gathered: Samples[] = []
  private foreseen?: Samples | undefined
  private away = false
  /** Whether the engine shows the stroke drawn on to somewhere. */
  private ahead = false

  constructor(private feed: Feed) {}

  report(samples: Samples): void {
    this.gathered.push(samples)
    if (!this.away) void this.go()
  }

  /** Where the hand is expected next; only the latest counts. */
  expect(foreseen: Samples): void {
    if (foreseen.length === 0 && !this.ahead) return
    this.ahead = foreseen.length > 0
    this.foreseen = foreseen
    if (!this.away) void this.go()
  }

  /** Send what is left: the pen lifts. */
  end(): void {
    this.foreseen = undefined
    if (this.gathered.length > 0) void this.send()
  }

  /** Let go of what is left: the stroke was none. */
  drop(): void {
    this.gathered = []
    this.foreseen = undefined
  }

  private send(): Promise<unknown> {
    const { gathered, foreseen } = this
    this.gathered = []
    this.foreseen = undefined
    return this.feed(joined(gathered), foreseen)
  }

  private async go(): Promise<void> {
    this.away = true
    try {
      while (this.gathered.length > 0 || this.foreseen) await this.send()
    } finally {
      this.away = false
    }
  }
}
