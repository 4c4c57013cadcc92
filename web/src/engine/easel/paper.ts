// A paper on an easel: strokes in their order on its layers, each with its brush, at the screen's own pixels.
import type { BrushDocument } from "@/documents/brush"
import type { KeptStroke, Pen, Rectangle } from "@/documents/stroke"
import { Beneath } from "./beneath"
import { FormerInk } from "./former"
import { changedJobs, changedTiles } from "./mending"
import type { Module } from "../memory/module"
import { keyOf, Order, type Job, type OrderedLayer } from "./order"
import { grown, touches, union } from "../memory/rectangles"
import type { Sheet } from "./sheet"
import { ShownPaper } from "./shownPaper"
import { INK_LAYERS, TILE } from "@/generated/layout"

/** Strokes beyond which a re-inked sheet is shown whole. */
const MANY = 60
/** Inking that takes longer than this, ms, goes in slices, on a sheet of its own. */
const QUICK = 24
/** What a stroke may take before any was inked, ms: few go at once, hundreds in slices. */
const GUESS = 0.5
/** Of more strokes than this that are taken away together, none is shown to go before all are inked. */
const MOST_GONE = 4
/** So many strokes that come on top are inked at once. */
const MOST_ON_TOP = 4
/** Of more strokes than this that change together, all are inked anew. */
const MOST_MENDED = 400
/** Where more than this share of the sheet changes, all of it is inked anew. */
const MOST_AREA = 0.5
/** A slice, ms: then the pen and the settings are heard. */
const SLICE = 8
/** All strokes, on their way onto a sheet that is not shown yet. */
interface Pass {
  jobs: Job[]
  /** What the sheet shows until then, where its strokes alone are other ones. */
  was?: KeptStroke[] | undefined
  next: number
  /** How long it has taken so far, ms. */
  took: number
  reached: Map<string, Rectangle>
}

export abstract class Paper extends ShownPaper {
  strokes: KeptStroke[] = []
  /** The brush in hand. */
  brush?: BrushDocument
  /** A second sheet: inking that takes long goes on there while this one is shown and drawn on. */
  private spare?: Sheet
  private pass?: Pass
  /** How long a stroke took when all were inked last, ms; at first a guess. */
  protected cost = GUESS
  /** How long the last pass took in all, ms. */
  took = 0
  /** The stroke that is looked at: where much is to be inked, it comes first. */
  inHand = ""
  /** Where each stroke lay when it was last inked, device px. */
  private reached = new Map<string, Rectangle>()
  /** What lies beneath the strokes that came last on the sheet: undo is as quick on thousands as on a few. */
  private beneath: Beneath
  /** What the sheet was before strokes were inked otherwise. */
  private former: FormerInk
  /** The strokes that the sheet shows, while others are about to be inked instead. */
  private replaced?: KeptStroke[] | undefined
  protected order: Order

  constructor(module: Module, sheet: Sheet, another: () => Sheet, width: number, height: number) {
    super(module, sheet, another, width, height)
    this.beneath = new Beneath(module, sheet.slots)
    this.former = new FormerInk(module, sheet.slots)
    this.order = new Order(module, INK_LAYERS)
  }

  /** Whether the sheet is inked coarser or finer than the view shows it, or elsewhere. */
  get unscaled(): boolean {
    const coming = (this.pass && this.spare) ?? this.sheet
    return this.brush !== undefined && !this.serves(coming)
  }

  /** The ink is another one, or elsewhere: no stroke can be taken off it, and nothing turned back. */
  protected forgetInk(): void {
    this.beneath.clear()
    this.former.clear()
  }

  /** The layers as the order knows them. */
  protected abstract get ordered(): OrderedLayer[]

  /** What a pen that comes down inks with, as it is on that layer. */
  protected abstract brushOf(pen: Pen, which: number): BrushDocument

  /** How strokes are inked, in their order. */
  protected abstract jobsOf(strokes: KeptStroke[]): Job[]

  /** All that is inked. */
  protected get jobs(): Job[] {
    return this.jobsOf(this.strokes)
  }

  /** Whether a stroke is inked as another is. */
  protected abstract same(a: KeptStroke, b: KeptStroke): boolean

  private sameJob(a: Job, b: Job): boolean {
    return a.brush === b.brush && this.same(a.stroke, b.stroke)
  }

  protected inkAll(jobs: Job[]): Map<string, Rectangle> {
    const start = performance.now()
    const reached = new Map<string, Rectangle>()
    this.pass = undefined
    this.wipe(this.sheet)
    this.layUnder(this.sheet)
    for (const job of jobs) this.ink(this.sheet, job, reached)
    this.cost = (performance.now() - start) / Math.max(1, jobs.length)
    return reached
  }

  /** Ink every stroke anew with the brushes as they stand, and show it: at once, or where that takes long in slices. */
  reink(): void {
    if (!this.brush) return
    const { jobs, replaced } = this
    this.replaced = undefined
    // Brushes may be other ones, or sources have come.
    if (!replaced) this.former.clear()
    if (jobs.length * this.cost > QUICK) return this.beginPass(jobs, replaced)
    this.fit(this.sheet, this.part)
    const before = this.reached
    const now = this.inkAll(jobs)
    this.reached = now
    const look = this.lookNow
    const same = before.size === now.size && [...now.keys()].every((id) => before.has(id))
    // Past many strokes the whole view is less work.
    if (look !== this.look || !same || now.size > MANY) {
      this.look = look
      return this.showAll()
    }
    for (const [id, there] of now) this.show(grown(union(there, before.get(id)), this.reach))
  }

  /**
   * Have other strokes. Those that only come on top of what is there are inked and shown by themselves, those that came
   * last are taken off again, and nothing else is touched. Returns whether it was so; else all is to be inked anew.
   */
  layOnTop(strokes: KeptStroke[]): boolean {
    const before = this.strokes
    this.strokes = strokes
    this.replaced = undefined
    if (!this.stands) return false
    const least = Math.min(before.length, strokes.length)
    let alike = 0
    while (alike < least && this.same(before[alike]!, strokes[alike]!)) alike++
    if (alike === before.length && this.add(this.jobsOf(strokes.slice(alike)))) return true
    if (alike === strokes.length && this.takeOff(before.slice(alike))) return true
    const [was, now] = [this.jobsOf(before), this.jobs]
    const of = (jobs: Job[], which: number) => jobs.filter((job) => job.which === which)
    const added = this.ordered.flatMap(({ which }) => {
      const [there, after] = [of(was, which), of(now, which)]
      const stand = there.every((job, i) => after[i] && this.sameJob(job, after[i]))
      return stand ? after.slice(there.length) : [undefined]
    })
    // One that is taken away, or comes between, changes what lies over it; and many are as much work as all.
    const known = added.filter((job) => job !== undefined)
    if (known.length === added.length && this.add(known)) return true
    if (this.turnBack(before)) return true
    if (this.mend(before, was, now)) return true
    this.replaced = before
    return false
  }

  /** Show the strokes as they were inked before these: undo of re-inking, and redo, ink nothing. */
  private turnBack(before: KeptStroke[]): boolean {
    const turned = this.former.turn(this.sheet, [before, [...this.strokes]], this.reached, (a, b) =>
      this.same(a, b),
    )
    if (!turned) return false
    this.beneath.clear()
    this.reached = turned.reached
    this.show(grown(turned.tiles, 1))
    return true
  }

  /** Ink a few strokes on top of what is there. */
  private add(jobs: Job[]): boolean {
    if (jobs.filter(({ dries }) => !dries).length > MOST_ON_TOP) return false
    for (const job of jobs) {
      this.ink(this.sheet, job, this.reached, this.beneath.next())
      // Drying changes all that is wet, and is not seen.
      if (job.dries) this.beneath.clear()
      else {
        this.beneath.keep(keyOf(job))
        this.show(grown(this.reached.get(job.stroke.id)!, this.reach))
      }
    }
    return true
  }

  /** Take strokes off that came last, by what lies beneath them. */
  private takeOff(strokes: KeptStroke[]): boolean {
    if (!this.beneath.takeOff(this.sheet.maps, this.jobsOf(strokes).map(keyOf))) return false
    for (const { id } of strokes) {
      const there = this.reached.get(id)
      this.reached.delete(id)
      if (there) this.show(grown(there, this.reach))
    }
    return true
  }

  /** Whether all is inked, as it is seen. */
  private get stands(): boolean {
    return this.brush !== undefined && !this.pass && this.serves(this.sheet) && this.look === this.lookNow
  }

  /**
   * Ink anew only the tiles that are touched by what changed: on the spare sheet, with all that lies over and under it,
   * from where they come over. Returns whether that was to be had.
   */
  private mend(before: KeptStroke[], was: Job[], now: Job[]): boolean {
    if (now.length * this.cost < QUICK) return false
    const changed = changedJobs(was, now, (a, b) => this.sameJob(a, b))
    if (!changed || changed.gone.length + changed.fresh.length > MOST_MENDED) return false
    const { gone, fresh } = changed
    const spare = (this.spare ??= this.another())
    const reached = new Map<string, Rectangle>()
    // Where the new ones lie is known once they are inked.
    this.fit(spare, this.part)
    this.wipe(spare)
    for (const job of fresh) this.ink(spare, job, reached)
    const { sheet } = this
    const mixing = now.filter(({ brush, dries }) => !dries && this.mixes(brush))
    const { after, tiles } = changedTiles(
      { gone, fresh: reached, now, mixing },
      this.reached,
      this.reach,
      sheet.inked,
    )
    const area = Math.max(0, tiles.right - tiles.left) * Math.max(0, tiles.bottom - tiles.top)
    // Where all is inked anew instead, what went is still known to have lain here.
    if (area > MOST_AREA * sheet.width * sheet.height) return false
    const former = { was: before, now: [...this.strokes], reached: this.reached, tiles }
    this.reached = after
    if (area === 0) return true
    spare.resize(
      tiles.right - tiles.left,
      tiles.bottom - tiles.top,
      sheet.scale,
      sheet.fromX + tiles.left,
      sheet.fromY + tiles.top,
      this.marginAt(sheet.scale),
    )
    this.wipe(spare)
    const inked = grown(tiles, spare.margin)
    for (const job of now) {
      const there = this.reached.get(job.stroke.id)
      if (job.dries || (there && touches(there, inked))) this.ink(spare, job, new Map())
    }
    this.beneath.clear()
    this.former.keep(former, (list) => sheet.takeTiles(spare, tiles.left / TILE, tiles.top / TILE, list))
    spare.clear()
    this.show(grown(tiles, 1))
    return true
  }

  /**
   * Begin to ink all strokes on the spare sheet. The one in hand is shown at once, and so is where one was taken away:
   * with all that lies over and under it.
   */
  private beginPass(jobs: Job[], was?: KeptStroke[]): void {
    const spare = (this.spare ??= this.another())
    const same = this.look === this.lookNow && this.serves(this.sheet)
    this.fit(spare, this.part)
    this.wipe(spare)
    this.take(spare, this.brush!)
    const here = new Set(jobs.map(({ stroke }) => stroke.id))
    const gone = [...this.reached].filter(([id]) => !here.has(id))
    const held = [...this.reached].filter(([id]) => id === this.inHand && here.has(id))
    const looked = [...held, ...(gone.length > MOST_GONE ? [] : gone)]
    for (const [id, was] of same ? looked : []) {
      const near = grown(was, this.reach)
      const reached = new Map<string, Rectangle>()
      for (const job of jobs) {
        const there = this.reached.get(job.stroke.id)
        if (there && touches(there, near)) this.ink(spare, job, reached)
      }
      this.screen?.show(spare, grown(union(was, reached.get(id)), 1))
      this.wipe(spare)
    }
    this.pass = { jobs, was: was && [...was], next: 0, took: 0, reached: new Map() }
  }

  /** The sheet that has the brush as it stands. */
  get coming(): Sheet {
    return (this.pass && this.spare) ?? this.sheet
  }

  /** Whether strokes are on their way. */
  get inking(): boolean {
    return this.pass !== undefined
  }

  /** How much of what is to be inked is, 0..1. */
  get share(): number {
    return this.pass ? this.pass.next / Math.max(1, this.pass.jobs.length) : 1
  }

  /** Ink a slice of what is on its way; with the last one it is shown. */
  inkOn(): void {
    const { pass, spare } = this
    if (!pass || !spare) return
    const start = performance.now()
    while (pass.next < pass.jobs.length && performance.now() < start + SLICE) {
      this.ink(spare, pass.jobs[pass.next++]!, pass.reached)
    }
    pass.took += performance.now() - start
    if (pass.next < pass.jobs.length) return
    this.pass = undefined
    this.takeOver(spare, pass.was)
    // It may have been changed since the pass began.
    this.sheet.setLayers(this.layers, this.liesOver)
    this.layUnder(this.sheet)
    this.reached = pass.reached
    this.took = pass.took
    this.cost = pass.took / pass.jobs.length
    this.look = this.lookNow
    this.showAll()
  }

  /** Show what was inked on the spare sheet; of what was shown with other strokes, tile by tile, all is kept. */
  private takeOver(spare: Sheet, was?: KeptStroke[]): void {
    const { sheet } = this
    this.beneath.clear()
    if (was && sheet.liesAs(spare)) {
      const [tiles, now] = [sheet.inked, [...this.strokes]]
      this.former.keep({ was, now, reached: this.reached, tiles }, (list) => sheet.takeAll(spare, list))
    } else {
      this.former.clear()
      ;[this.sheet, this.spare] = [spare, sheet]
    }
    this.spare!.clear()
  }

  /** Put the pen down on a layer. */
  begin(pen: Pen): void {
    const which = this.brush ? this.order.landing(this.ordered, pen.layer ?? 0) : 0
    if (this.brush) this.take(this.sheet, this.brushOf(pen, which))
    this.sheet.begin({ ...pen, layer: which })
  }

  /** Lift the pen; returns the stroke's samples. */
  lift(): Float32Array<ArrayBuffer> {
    return this.sheet.lift(this.beneath.next())
  }

  /** The stroke in hand has become one of the others. */
  keep(stroke: KeptStroke): void {
    this.strokes.push(stroke)
    // What was drawn meanwhile belongs onto the sheet that is on its way, too.
    const jobs = this.brush ? this.jobsOf([stroke]) : []
    this.pass?.jobs.push(...jobs)
    this.pass?.was?.push(stroke)
    for (const job of jobs) this.beneath.keep(keyOf(job))
    this.reached.set(stroke.id, this.sheet.reached)
  }

  /** Nobody looks at it any more: its strokes go, and their tiles are free. */
  leave(): void {
    this.strokes = []
    this.pass = undefined
    this.reached.clear()
    this.forgetInk()
    for (const one of this.spare ? [this.sheet, this.spare] : [this.sheet]) {
      one.clear()
      one.liftUnderlays()
    }
  }
}
