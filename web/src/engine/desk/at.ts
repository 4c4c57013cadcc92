// Where calls of the worker are answered, and what it tells by itself.
import type { Live } from "../easel/easel"
import type { Readings } from "../questions/readings"
import type { Desk, Shown } from "./desk"

export interface News {
  live?: Live
  /** What pictures of the stations are to show. */
  shown?: Shown
  /** Revision of the brush that the canvas now shows, how long its re-inking took, and whether its line is swept. */
  inked?: { edit: number; ms: number; swept: boolean }
  /** What the brush on the bench measures, as far as it is known. */
  measured?: { turn: number; readings: Readings }
  /** How much of the sheet that lies open is inked, 0..1. */
  laid?: number
  /** How much of a sheet is written, 0..1. */
  written?: number
  /** The engine met what it cannot go on from: it must be started anew. */
  broken?: string
}

/** What calls are answered with. */
export interface At {
  readonly desk: Desk
  /** Let all in that waits, and wait for a moment in which no stroke is drawn and none is on its way. */
  betweenInking: () => Promise<void>
  tell: (news: News) => void
}
