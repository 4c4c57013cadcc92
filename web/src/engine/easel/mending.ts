// What of a sheet changes where some of its jobs come, go, or are done otherwise.
import type { Rectangle } from "@/documents/stroke"
import { TILE } from "@/generated/layout"
import { keyOf, type Job } from "./order"
import { NOWHERE, touches, union } from "../memory/rectangles"

/**
 * The jobs that are gone and those that are fresh; nothing where what dries is among them, or where the others stand in
 * another order: then everything may look otherwise.
 */
export function changedJobs(
  was: Job[],
  now: Job[],
  same: (a: Job, b: Job) => boolean,
): { gone: Job[]; fresh: Job[] } | undefined {
  const before = new Map(was.map((job) => [keyOf(job), job]))
  const after = new Map(now.map((job) => [keyOf(job), job]))
  const stays = (job: Job, there?: Job) => there !== undefined && same(job, there)
  const gone = was.filter((job) => !stays(job, after.get(keyOf(job))))
  const fresh = now.filter((job) => !stays(job, before.get(keyOf(job))))
  if ([...gone, ...fresh].some(({ dries }) => dries)) return undefined
  const staying = (jobs: Job[], others: Map<string, Job>) =>
    jobs.flatMap((job) => (stays(job, others.get(keyOf(job))) ? keyOf(job) : []))
  const [a, b] = [staying(was, after), staying(now, before)]
  return a.some((key, i) => key !== b[i]) ? undefined : { gone, fresh }
}

/**
 * Where each stroke lies after a change, and the tiles that change with it, as a rectangle of the sheet.
 *
 * `gone` are jobs that are not done any more, `fresh` where those lie that are done otherwise, `mixing` those of `now`
 * that mix with others; `before` is where each stroke lay, all in device px. See `tilesAbout`.
 */
export function changedTiles(
  { gone, fresh, now, mixing }: { gone: Job[]; fresh: Map<string, Rectangle>; now: Job[]; mixing: Job[] },
  before: ReadonlyMap<string, Rectangle>,
  reach: number,
  bounds: Rectangle,
): { after: Map<string, Rectangle>; tiles: Rectangle } {
  const present = new Set(now.map(({ stroke }) => stroke.id))
  const after = new Map([...before, ...fresh])
  let region = NOWHERE
  for (const there of fresh.values()) region = union(region, there)
  for (const { stroke } of gone) {
    region = union(region, before.get(stroke.id))
    if (!present.has(stroke.id)) after.delete(stroke.id)
  }
  const none = region.left >= region.right
  const reachedBy = ({ stroke }: Job) => after.get(stroke.id)
  return { after, tiles: none ? NOWHERE : tilesAbout(region, mixing, reachedBy, reach, bounds) }
}

/**
 * The tiles, as a rectangle of the sheet, that change with a region: all within `reach` px of it, and those to which
 * strokes that mix carry the change on. `bounds` is all that is inked, its borders at tiles but for the last.
 */
function tilesAbout(
  region: Rectangle,
  mixing: Job[],
  reachedBy: (job: Job) => Rectangle | undefined,
  reach: number,
  bounds: Rectangle,
): Rectangle {
  const aligned = ({ left, top, right, bottom }: Rectangle): Rectangle => ({
    left: Math.max(bounds.left, Math.floor((left - reach) / TILE) * TILE),
    top: Math.max(bounds.top, Math.floor((top - reach) / TILE) * TILE),
    right: Math.min(bounds.right, Math.ceil((right + reach) / TILE) * TILE),
    bottom: Math.min(bounds.bottom, Math.ceil((bottom + reach) / TILE) * TILE),
  })
  let tiles = aligned(region)
  let waiting = mixing
  for (;;) {
    const caught = waiting.filter((job) => {
      const there = reachedBy(job)
      return there && touches(there, tiles)
    })
    if (caught.length === 0) return tiles
    waiting = waiting.filter((job) => !caught.includes(job))
    for (const job of caught) tiles = aligned(union(tiles, reachedBy(job)))
  }
}
