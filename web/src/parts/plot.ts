// Plots of columns as SVG paths. They only place what the core has computed.

export interface Frame {
  width: number
  height: number
  pad: number
}

interface Range {
  low: number
  high: number
}

function rangeOf(columns: ArrayLike<number>[]): Range {
  let [low, high] = [Infinity, -Infinity]
  for (const column of columns) {
    for (let i = 0; i < column.length; i++) {
      low = Math.min(low, column[i]!)
      high = Math.max(high, column[i]!)
    }
  }
  return Number.isFinite(low) ? { low, high: Math.max(high, low + 1e-6) } : { low: 0, high: 1 }
}

/** Lines through points, all in one frame and at one scale, so that shapes stay true. */
export function shapes(columns: { x: ArrayLike<number>; y: ArrayLike<number> }[], frame: Frame): string[] {
  const x = rangeOf(columns.map((one) => one.x))
  const y = rangeOf(columns.map((one) => one.y))
  const [innerWidth, innerHeight] = [frame.width - 2 * frame.pad, frame.height - 2 * frame.pad]
  const scale = Math.min(innerWidth / (x.high - x.low), innerHeight / (y.high - y.low))
  const left = (frame.width - (x.high - x.low) * scale) / 2
  const top = (frame.height - (y.high - y.low) * scale) / 2
  return columns.map((one) =>
    line(
      one.x,
      one.y,
      (v) => left + (v - x.low) * scale,
      (v) => top + (v - y.low) * scale,
    ),
  )
}

/** A column over another, stretched to the frame; `most` is the value at the frame's top. */
export function trace(
  over: ArrayLike<number>,
  values: ArrayLike<number>,
  most: number,
  frame: Frame,
): string {
  const x = rangeOf([over])
  const inner = frame.height - 2 * frame.pad
  return line(
    over,
    values,
    (v) => frame.pad + ((v - x.low) / (x.high - x.low)) * (frame.width - 2 * frame.pad),
    (v) => frame.pad + inner * (1 - Math.min(1, v / most)),
  )
}

/**
 * A filled shape as thick as the column says on both sides of the middle; its thickest, or `most` where it is given,
 * fills the frame.
 */
export function ribbon(s: ArrayLike<number>, half: ArrayLike<number>, frame: Frame, most?: number): string {
  const along = rangeOf([s])
  const thick = most ?? rangeOf([half]).high
  const scale = (frame.width - 2 * frame.pad) / (along.high - along.low)
  const tall = (frame.height / 2 - frame.pad) / Math.max(1e-6, thick)
  const x = (v: number) => frame.pad + (v - along.low) * scale
  const middle = frame.height / 2
  const upper = line(s, half, x, (v) => middle - v * tall)
  const count = s.length
  let lower = ""
  for (let i = count - 1; i >= 0; i--)
    lower += `L${x(s[i]!).toFixed(1)} ${(middle + half[i]! * tall).toFixed(1)}`
  return count > 0 ? `${upper}${lower}Z` : ""
}

function line(
  xs: ArrayLike<number>,
  ys: ArrayLike<number>,
  x: (value: number) => number,
  y: (value: number) => number,
): string {
  let text = ""
  for (let i = 0; i < xs.length; i++)
    text += `${i ? "L" : "M"}${x(xs[i]!).toFixed(1)} ${y(ys[i]!).toFixed(1)}`
  return text
}
