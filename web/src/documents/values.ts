// How values of settings are written and read on the screen.
import { inDigits } from "@/words"

/** Decimals that a step needs. */
function decimals(step: number): number {
  return step >= 1 ? 0 : step >= 0.1 ? 1 : 2
}

/** A stored value as shown, without its unit and without noughts at its end: shares are shown per hundred. */
export function shown(value: number, unit: string, step: number): string {
  const scale = unit === "%" ? 100 : 1
  let digits = decimals(step * scale)
  const rounded = Number((value * scale).toFixed(digits))
  while (digits > 0 && Number(rounded.toFixed(digits - 1)) === rounded) digits--
  return inDigits(rounded, digits)
}

/** What a person typed, as the stored value; not a number where it is none. */
export function typed(text: string, unit: string): number {
  const number = Number.parseFloat(text.replace(",", "."))
  return unit === "%" ? number / 100 : number
}

/** Place of a value on its slider, 0..1. */
export function placeOf(value: number, low: number, high: number, log: boolean): number {
  if (log) return Math.log(value / low) / Math.log(high / low)
  return (value - low) / (high - low)
}

/** Value at a place 0..1 of a slider, on its steps. */
export function valueAt(place: number, low: number, high: number, log: boolean, step: number): number {
  const part = Math.min(1, Math.max(0, place))
  const value = log ? low * (high / low) ** part : low + (high - low) * part
  return onStep(value, low, high, step)
}

/** The nearest value that is a whole number of steps, inside the range. */
export function onStep(value: number, low: number, high: number, step: number): number {
  const rounded = Number((Math.round(value / step) * step).toFixed(4))
  return Math.min(high, Math.max(low, rounded))
}
