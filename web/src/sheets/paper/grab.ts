// What a pointer does on a sheet instead of drawing.

export interface Grab {
  /** Places are in sheet px. */
  down: (x: number, y: number) => void
  move: (x: number, y: number) => void
  /** `zoom` is CSS px per sheet px. */
  up: (zoom: number) => void
}
