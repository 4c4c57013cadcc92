// Pointers on paper: a pen, a mouse or a finger draws; two fingers pan, zoom and turn, and one pans where a pen alone
// draws; a palm does nothing.
import type { Kind } from "@/documents/stroke"
import { tryOnScopeDispose, useEventListener } from "@vueuse/core"
import type { Ref } from "vue"
import { useFingers } from "./useFingers"

export interface PointerActs {
  down: (kind: Kind, event: PointerEvent) => void
  /** The events in between that the browser gathered, oldest first. */
  move: (events: PointerEvent[]) => void
  /** Where the browser expects the pointer next, if anywhere: once a frame. */
  foresee?: (events: PointerEvent[]) => void
  up: () => void
  cancel: () => void
  /** `turned` is by how much the fingers turned, radians clockwise. */
  pinch: (factor: number, atX: number, atY: number, dx: number, dy: number, turned?: number) => void
  /** Whether what is drawn is ink: then fingers may be there to move the paper alone. */
  inks?: () => boolean
}

const KINDS: Record<string, Kind> = { pen: "pen", touch: "finger", mouse: "mouse" }
/** A resting palm is ignored for this long after the pen has left, ms. */
const PALM = 400
/** A second finger turns a stroke into a pinch only while the stroke is this young (ms) and short (px). */
const YOUNG = 300
const SHORT = 30

/** All that the browser gathered into an event, oldest first; some gather nothing. */
export function gathered(event: PointerEvent): PointerEvent[] {
  const all = event.getCoalescedEvents?.() ?? []
  return all.length > 0 ? all : [event]
}

/** Whether a pen or a mouse moves without touching: it was lifted, though nothing said so. */
const hovers = ({ pointerType, buttons, pressure }: PointerEvent) =>
  pointerType !== "touch" && buttons === 0 && pressure === 0

interface Spot {
  x: number
  y: number
}

/** Where a pointer is on an element, CSS px from its corner. */
function spotOn(element: HTMLElement, { clientX, clientY }: PointerEvent): Spot {
  const box = element.getBoundingClientRect()
  return { x: clientX - box.left, y: clientY - box.top }
}

/** What a finger does to paper that another one holds, moving from one place to the next: as `pinch` takes it. */
function pinchOf(other: Spot, old: Spot, now: Spot): [number, number, number, number, number, number] {
  const before = Math.hypot(old.x - other.x, old.y - other.y)
  const after = Math.hypot(now.x - other.x, now.y - other.y)
  const angle = (finger: Spot) => Math.atan2(finger.y - other.y, finger.x - other.x)
  const by = angle(now) - angle(old)
  const turned = by > Math.PI ? by - 2 * Math.PI : by < -Math.PI ? by + 2 * Math.PI : by
  const [middleX, middleY] = [(now.x + other.x) / 2, (now.y + other.y) / 2]
  const factor = before > 0 ? after / before : 1
  return [factor, middleX, middleY, (now.x - old.x) / 2, (now.y - old.y) / 2, turned]
}

/** A finger moves: two move, zoom and turn the paper, and one moves it where a pen alone draws. */
function moveFinger(
  fingers: Map<number, Spot>,
  id: number,
  now: Spot,
  { pinch }: PointerActs,
  alone: boolean,
): void {
  const old = fingers.get(id)
  if (!old || (fingers.size !== 2 && !(fingers.size === 1 && alone))) return
  fingers.set(id, now)
  const other = [...fingers].find(([one]) => one !== id)?.[1]
  if (other) pinch(...pinchOf(other, old, now))
  else pinch(1, 0, 0, now.x - old.x, now.y - old.y)
}

/** Whatever the browser would do with what is drawn: nothing is marked, dragged or asked for. */
function useNothingElse(target: Ref<HTMLElement | null>): void {
  // Where the pointer's own event is prevented, WebKitGTK sends no more of a pen.
  useEventListener(target, ["contextmenu", "mousedown"], (event: Event) => event.preventDefault())
  useEventListener(target, "touchstart", (event: Event) => event.preventDefault(), { passive: false })
}

/** The stroke that is being drawn, by its pointer: where and when it began, and how far it has come, px. */
interface Drawing extends Spot {
  id: number
  kind: Kind
  at: number
  far: number
}

export function useSheetPointers(target: Ref<HTMLElement | null>, acts: PointerActs): void {
  const fingers = new Map<number, Spot>()
  let drawing: Drawing | undefined
  let panning: number | undefined
  let penSeen = -Infinity
  const { fingers: use, sawPen } = useFingers()
  const fingersMove = () => use.value === "move" && acts.inks?.() === true

  /** A pen is near. What a finger began was the hand that holds it; two that move the paper are the other hand's. */
  function penComes(): void {
    sawPen()
    penSeen = performance.now()
    if (drawing?.kind === "finger") stop(true)
    if (fingers.size < 2) fingers.clear()
  }

  const place = (event: PointerEvent) => spotOn(target.value!, event)

  function start(event: PointerEvent, kind: Kind): void {
    drawing = { id: event.pointerId, kind, at: event.timeStamp, x: event.clientX, y: event.clientY, far: 0 }
    target.value?.setPointerCapture(event.pointerId)
    acts.down(kind, event)
  }

  function stop(cancelled: boolean): void {
    if (!drawing) return
    if (drawing.kind === "pen") penSeen = performance.now()
    drawing = undefined
    if (cancelled) acts.cancel()
    else acts.up()
  }

  function fingerDown(event: PointerEvent): void {
    if (event.isPrimary) {
      // The first finger that touches: whichever were down before were lifted, though nothing said so.
      fingers.clear()
      if (drawing?.kind === "finger") stop(false)
    }
    const palm = drawing?.kind === "pen" || performance.now() - penSeen < PALM
    if (palm) return
    fingers.set(event.pointerId, place(event))
    if (fingers.size === 1 && !drawing) {
      if (!fingersMove()) start(event, "finger")
      return
    }
    const young = drawing && event.timeStamp - drawing.at < YOUNG && drawing.far < SHORT
    if (drawing && !young) fingers.delete(event.pointerId)
    else if (drawing) stop(true)
  }

  useEventListener(target, "pointerdown", (event: PointerEvent) => {
    if (event.pointerType === "touch") return fingerDown(event)
    const kind = KINDS[event.pointerType] ?? "mouse"
    if (kind === "mouse" && event.button === 1) {
      panning = event.pointerId
      target.value?.setPointerCapture(event.pointerId)
      return
    }
    if (kind === "mouse" && event.button !== 0) return
    if (kind === "pen") {
      penComes()
      fingers.clear()
    }
    // A stroke whose end nobody told of ends where the next begins.
    if (drawing && (drawing.kind === kind || drawing.id === event.pointerId)) stop(false)
    if (!drawing) start(event, kind)
  })

  function follow(event: PointerEvent): void {
    if (drawing?.id === event.pointerId && hovers(event)) return stop(false)
    const kind = KINDS[event.pointerType]
    if (drawing?.id === event.pointerId && kind && kind !== drawing.kind) {
      // A pen that suddenly calls itself something else: what it drew stays, and the rest is a stroke of its own.
      stop(false)
      start(event, kind)
    }
    if (drawing?.id === event.pointerId) {
      drawing.far = Math.max(drawing.far, Math.hypot(event.clientX - drawing.x, event.clientY - drawing.y))
      acts.move(gathered(event))
      if (fingers.has(event.pointerId)) fingers.set(event.pointerId, place(event))
    }
  }

  // Raw updates come as the pen reports, not once a frame. Where a browser has them they carry all samples.
  const raw = "onpointerrawupdate" in window
  useEventListener(target, raw ? "pointerrawupdate" : "pointermove", (event) => follow(event as PointerEvent))

  useEventListener(target, "pointermove", (event: PointerEvent) => {
    if (event.pointerType === "pen" && drawing?.id !== event.pointerId) penComes()
    // WebKitGTK expects nothing.
    if (drawing?.id === event.pointerId) acts.foresee?.(event.getPredictedEvents?.() ?? [])
    if (panning === event.pointerId) acts.pinch(1, 0, 0, event.movementX, event.movementY)
    else if (!drawing) moveFinger(fingers, event.pointerId, place(event), acts, fingersMove())
  })

  function leave(event: PointerEvent, cancelled: boolean): void {
    fingers.delete(event.pointerId)
    if (panning === event.pointerId) panning = undefined
    if (drawing?.id === event.pointerId) stop(cancelled)
  }

  /** Whatever is down is as good as lifted: what was drawn is whole, and the next touch begins anew. */
  function lift(): void {
    fingers.clear()
    panning = undefined
    stop(false)
  }

  useEventListener(target, ["pointerup", "lostpointercapture"], (event: PointerEvent) => leave(event, false))
  // Another place, another page, another way round of the screen: the paper moves away from under the pen.
  tryOnScopeDispose(lift)
  useEventListener(window, ["resize", "pagehide"], lift)
  useEventListener(document, "visibilitychange", () => document.visibilityState === "hidden" && lift())
  // A pen whose contact the system took away still leaves what it drew; a finger's was a gesture.
  useEventListener(target, "pointercancel", (event: PointerEvent) =>
    leave(event, event.pointerType === "touch"),
  )
  useNothingElse(target)
}
