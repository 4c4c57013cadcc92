// What a pointer does at a moment, whichever way a browser tells how it leans.

const DEGREES = Math.PI / 180
const UPRIGHT = Math.PI / 2

/** Altitude and azimuth, radians, of a pen whose lean is told as two tilts, degrees (W3C Pointer Events, "Converting
 * between tiltX / tiltY and altitudeAngle / azimuthAngle"). */
export function leanFromTilts(tiltX: number, tiltY: number): [altitude: number, azimuth: number] {
  if (tiltX === 0 && tiltY === 0) return [UPRIGHT, 0]
  const flat = Math.abs(tiltX) === 90 || Math.abs(tiltY) === 90
  const [tanX, tanY] = [Math.tan(tiltX * DEGREES), Math.tan(tiltY * DEGREES)]
  const altitude = flat ? 0 : Math.atan(1 / Math.hypot(tanX, tanY))
  if (flat && tiltX !== 0 && tiltY !== 0) return [altitude, 0]
  const azimuth = Math.atan2(tiltX === 0 ? tiltY : tanY, tiltX === 0 ? 0 : tanX)
  return [altitude, azimuth < 0 ? azimuth + 2 * Math.PI : azimuth]
}

/** Altitude and azimuth, radians, of the pen of an event. */
export function leanOf(event: PointerEvent): [altitude: number, azimuth: number] {
  // Not every engine has the angles; those that lack them have the tilts.
  const { altitudeAngle, azimuthAngle } = event as Partial<PointerEvent>
  if (altitudeAngle !== undefined && azimuthAngle !== undefined) return [altitudeAngle, azimuthAngle]
  return leanFromTilts(event.tiltX, event.tiltY)
}

/** A sample of a stroke that began at `start`, ms: its row of numbers, as they stand in a stroke's samples. */
export function sampleOf(event: PointerEvent, x: number, y: number, start: number): number[] {
  return [x, y, event.timeStamp - start, event.pressure, ...leanOf(event), (event.twist || 0) * DEGREES]
}
