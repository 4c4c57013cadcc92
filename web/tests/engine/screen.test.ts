// How much memory a canvas takes while fingers turn it: a screen has its room once.
import { expect, it } from "vitest"
import { Memory } from "@/engine/memory/memory"
import type { Module } from "@/engine/memory/module"
import { Screen, type Context } from "@/engine/easel/screen"

it("takes no more memory after ten full turns than after the first", () => {
  const memory = new Memory(new WebAssembly.Memory({ initial: 2 }), 0)
  const context = { canvas: { width: 1, height: 1 } }
  const screen = new Screen({ memory, call: () => 0 } as unknown as Module, context as unknown as Context)
  const [width, height] = [2388, 1520]
  function turn(): void {
    for (let degrees = 0; degrees < 360; degrees += 0.25) {
      const [cos, sin] = [Math.cos, Math.sin].map((of) => Math.abs(of((degrees * Math.PI) / 180)))
      screen.setView({
        ...{ zoom: 1, originX: 0, originY: 0 },
        width: Math.ceil(width * cos! + height * sin!),
        height: Math.ceil(width * sin! + height * cos!),
      })
    }
  }
  turn()
  const first = memory.bytes.byteLength
  // No turn has more px than the square of its diagonal; where it began lies there too, and may be used again.
  expect(first).toBeLessThan(4 * (2.2 * (width ** 2 + height ** 2)) + 8e6)
  for (let i = 0; i < 9; i++) turn()
  expect(memory.bytes.byteLength).toBe(first)
})
