// What nobody waits for with a pen in hand is done by a second worker, with a module of its own: pictures of stations and
// pockets, readings, variations, recipes, files. Neither waits for the other. Where the device has no room for it, the
// pen's own does it.
import { Asking } from "./asking"
import { isFatal, type Launched } from "./launch"
import type { News } from "../desk/at"
import type { WorkerApi } from "../desk/worker"

/** Calls that stand alone: any worker can answer them. */
const ALONE = new Set<keyof WorkerApi>([
  ...([
    "inkPocket",
    "writePocket",
    "inkStation",
    "traces",
    "measure",
    "readBrush",
    "compare",
    "referenceLines",
  ] as const),
  ...(["prepFollow", "prepPrint", "prepFinish", "makePicture", "beginSource", "sketch"] as const),
  ...(["neighbours", "writeSheet"] as const),
])
/** What both must know of the room, and of the strokes that readings are taken on. */
const SHARED = new Set<keyof WorkerApi>(["setColours", "setReference"])
/** What tells whether a pen draws: until it is lifted pictures and readings wait. */
const PEN = new Map<keyof WorkerApi, boolean>([
  ["down", true],
  ["up", false],
  ["cancel", false],
])
/** Asked for nothing so long, ms, it gives its memory back. */
const IDLE = 60_000
/** One that ended so often has no room here. */
const MOST_ENDS = 2

type Given = readonly unknown[]
type Call = (name: keyof WorkerApi, given: Given) => Promise<unknown>

const calling = ({ remote }: Launched, name: keyof WorkerApi, given: Given): Promise<unknown> =>
  (remote[name] as (...given: Given) => Promise<unknown>)(...given)

export class SecondWorker {
  private running?: Launched | undefined
  private asking = new Asking()
  private given = new Map<keyof WorkerApi, Given>()
  private ends = 0
  private asked = 0
  private idle = 0

  constructor(
    private launch: (take: (news: News) => void, silent: () => void) => Launched,
    /** The pen's own worker. */
    private first: Call,
    private news: (news: News) => void,
  ) {}

  /** Whether it is the one that a call is for. */
  takes(name: keyof WorkerApi): boolean {
    return ALONE.has(name) || (name === "stopWriting" && this.running !== undefined)
  }

  /** The page tells the pen's worker something: what concerns this one too is told it as well. Returns whether it is. */
  hears(name: keyof WorkerApi, given: Given): boolean {
    const down = PEN.get(name)
    if (down !== undefined && this.running) void this.send(this.running, "penIsDown", [down])
    if (!SHARED.has(name)) return false
    this.given.set(name, given)
    if (this.running) void this.send(this.running, name, given)
    return true
  }

  async call(name: keyof WorkerApi, given: Given): Promise<unknown> {
    if (!ALONE.has(name)) return this.running && this.send(this.running, name, given)
    window.clearTimeout(this.idle)
    this.asked++
    try {
      return await this.asking.ask(() => this.able(name, given))
    } finally {
      this.asked--
      if (this.asked === 0) this.idle = window.setTimeout(() => this.rest(), IDLE)
    }
  }

  /** The pen's worker ended: what that was asked for in this one's stead is asked again. */
  penEnded(): void {
    if (this.running) void this.send(this.running, "penIsDown", [false])
    if (this.ends >= MOST_ENDS) this.asking.again()
  }

  /** How much memory its module holds, bytes. */
  async memoryHeld(): Promise<number> {
    return this.running ? Number(await this.running.remote.memoryHeld()) : 0
  }

  private able(name: keyof WorkerApi, given: Given): Promise<unknown> {
    if (this.ends >= MOST_ENDS) return this.first(name, given)
    const running = (this.running ??= this.begin())
    running.called()
    return this.send(running, name, given)
  }

  private begin(): Launched {
    const mine = this.launch(
      (news) => (news.broken ? this.ended(mine) : this.news(news)),
      () => this.ended(mine),
    )
    // Before anything that was asked of it, and waits for it to be ready.
    mine.ready.then(
      () => this.given.forEach((given, name) => void calling(mine, name, given)),
      () => this.ended(mine),
    )
    return mine
  }

  private async send(to: Launched, name: keyof WorkerApi, given: Given): Promise<unknown> {
    try {
      await to.ready
      return await calling(to, name, given)
    } catch (error) {
      if (this.running === to && !isFatal(error as Error)) throw error
      this.ended(to)
      // As of a worker that ended: there is no answer, and what stands alone is asked again.
      return new Promise(() => {})
    }
  }

  private ended(which: Launched): void {
    if (this.running !== which) return
    this.rest()
    this.ends++
    this.asking.again()
  }

  private rest(): void {
    this.running?.end()
    this.running = undefined
  }
}
