import { describe, expect, it } from "vitest"
import { leanFromTilts, leanOf } from "@/documents/lean"

/** The other way round, by the same recommendation. */
function tiltsOf(altitude: number, azimuth: number): [number, number] {
  const tan = Math.tan(altitude)
  const degrees = 180 / Math.PI
  return [Math.atan(Math.cos(azimuth) / tan) * degrees, Math.atan(Math.sin(azimuth) / tan) * degrees]
}

describe("a pen's lean", () => {
  it("comes from its tilts where the angles are missing", () => {
    for (let altitude = 0.1; altitude < 1.55; altitude += 0.12) {
      for (let azimuth = 0; azimuth < 6.28; azimuth += 0.31) {
        const [a, b] = leanFromTilts(...tiltsOf(altitude, azimuth))
        expect(a).toBeCloseTo(altitude, 9)
        expect(b).toBeCloseTo(azimuth, 9)
      }
    }
  })

  it("is upright without a tilt, and flat at ninety degrees", () => {
    expect(leanFromTilts(0, 0)).toEqual([Math.PI / 2, 0])
    expect(leanFromTilts(90, 0)).toEqual([0, 0])
    expect(leanFromTilts(0, -90)).toEqual([0, (3 * Math.PI) / 2])
    expect(leanFromTilts(-45, 0)[1]).toBeCloseTo(Math.PI, 9)
  })

  it("is what the event says where it has the angles", () => {
    const event = { altitudeAngle: 0.7, azimuthAngle: 2, tiltX: 0, tiltY: 0 } as PointerEvent
    expect(leanOf(event)).toEqual([0.7, 2])
    expect(leanOf({ tiltX: 30, tiltY: 0 } as PointerEvent)[0]).toBeCloseTo(Math.PI / 3, 9)
  })
})
