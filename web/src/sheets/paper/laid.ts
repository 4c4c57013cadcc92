// A sheet as it lies in a room, and the box of the canvas that shows it so.

export interface Laid {
  /** CSS px per sheet px. */
  zoom: number
  /** The place in the middle of the room, sheet px. */
  x: number
  y: number
  /** Degrees clockwise; held straight where it nearly is. */
  turn: number
  mirrored: boolean
  /** The room, CSS px. */
  width: number
  height: number
}

/** The box that lies over the room, turned: large enough that nothing of the room is left bare, CSS px. */
export function boxOf({ turn, width, height }: Laid): { across: number; down: number } {
  if (turn % 180 === 0) return { across: width, down: height }
  const angle = (turn * Math.PI) / 180
  const [cos, sin] = [Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))]
  return { across: Math.ceil(width * cos + height * sin), down: Math.ceil(width * sin + height * cos) }
}

/** The sheet's place in the box, CSS px of its corner. */
export function cornerOf(laid: Laid): { x: number; y: number } {
  const { across, down } = boxOf(laid)
  return { x: across / 2 - laid.x * laid.zoom, y: down / 2 - laid.y * laid.zoom }
}

/** How a canvas that shows a sheet as it lay is moved, zoomed and turned to show it as it lies now. */
export function movedTo(now: Laid, was: Laid): string {
  const side = now.mirrored ? -1 : 1
  // Where what stands in the middle of the canvas is now, CSS px from the middle of the room.
  const [cos, sin] = [Math.cos((now.turn * Math.PI) / 180), Math.sin((now.turn * Math.PI) / 180)]
  const [dx, dy] = [(was.x - now.x) * now.zoom, (was.y - now.y) * now.zoom]
  const moved = `translate(${(cos * dx - sin * dy) * side}px, ${sin * dx + cos * dy}px)`
  return `${moved} ${turnedBy(now)} scale(${now.zoom / was.zoom})`
}

/** How a canvas is turned and mirrored, as CSS has it. */
export const turnedBy = ({ turn, mirrored }: Laid): string =>
  `scaleX(${mirrored ? -1 : 1}) rotate(${turn}deg)`
