// The part of a paper that a sheet is inked as: all of it, or where that is too large what is in sight and near.
import type { Rectangle } from "@/documents/stroke"
import { TILE } from "@/generated/layout"
import type { View } from "./screen"

/** Most device px on a side of a sheet. */
const MOST_SIDE = 8192
/** Where the whole paper would be larger, a sheet is what is in sight, and so much of that on all sides. */
const AROUND = 0.5

/** Size of a paper, sheet px. */
export interface PaperSize {
  width: number
  height: number
}

/** A part of the paper, device px at a scale. */
export interface Part extends Rectangle {
  scale: number
}

/** The whole paper at a scale. */
export function wholeOf({ width, height }: PaperSize, scale: number): Part {
  return { scale, left: 0, top: 0, right: Math.ceil(width * scale), bottom: Math.ceil(height * scale) }
}

/** What is in sight of the paper, at the view's own scale. */
export function inSight(paper: PaperSize, { zoom, originX, originY, width, height }: View): Part {
  const whole = wholeOf(paper, zoom)
  return {
    scale: zoom,
    left: Math.max(0, Math.floor(originX * zoom)),
    top: Math.max(0, Math.floor(originY * zoom)),
    right: Math.min(whole.right, Math.ceil(originX * zoom) + width),
    bottom: Math.min(whole.bottom, Math.ceil(originY * zoom) + height),
  }
}

/** The part of the paper that a view asks for. */
export function partFor(paper: PaperSize, view?: View): Part {
  const whole = wholeOf(paper, view?.zoom ?? 1)
  if (!view || Math.max(whole.right, whole.bottom) <= MOST_SIDE) return whole
  const { scale, left, top, right, bottom } = inSight(paper, view)
  const [across, down] = [AROUND * (right - left), AROUND * (bottom - top)]
  return {
    scale,
    left: Math.max(0, Math.floor((left - across) / TILE) * TILE),
    top: Math.max(0, Math.floor((top - down) / TILE) * TILE),
    right: Math.min(whole.right, Math.ceil(right + across)),
    bottom: Math.min(whole.bottom, Math.ceil(bottom + down)),
  }
}

/** Whether a part shows what is in sight at the screen's own pixels, and nothing that is not paper. */
export function serves(part: Part, paper: PaperSize, view?: View): boolean {
  const whole = wholeOf(paper, part.scale)
  if (part.right > whole.right || part.bottom > whole.bottom) return false
  if (!view) return part.scale === 1
  const seen = inSight(paper, view)
  const empty = seen.left >= seen.right || seen.top >= seen.bottom
  const within =
    seen.left >= part.left && seen.top >= part.top && seen.right <= part.right && seen.bottom <= part.bottom
  return part.scale === seen.scale && (within || empty)
}

/** Whether a view sees beyond the paper's edges. */
export function seesBeyond(paper: PaperSize, { zoom, originX, originY, width, height }: View): boolean {
  return (
    originX < 0 ||
    originY < 0 ||
    originX + width / zoom > paper.width ||
    originY + height / zoom > paper.height
  )
}
