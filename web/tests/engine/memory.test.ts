import { describe, expect, it } from "vitest"
import { Memory, PAGE } from "@/engine/memory/memory"

const fresh = () => new Memory(new WebAssembly.Memory({ initial: 1 }), 1024)
const pages = (memory: Memory) => memory.memory.buffer.byteLength / PAGE

describe("memory that is lent", () => {
  it("holds no more than was ever needed at once when it grows in small steps", () => {
    const memory = fresh()
    const before = pages(memory)
    for (let wanted = 1; wanted <= 128; wanted++) memory.giveBack(memory.lend(wanted * PAGE))
    expect(pages(memory) - before).toBe(128)
  })

  it("makes one gap of neighbours, in whatever order they come back", () => {
    const memory = fresh()
    const blocks = [4, 8, 2, 6].map((count) => memory.lend(count * PAGE))
    for (const i of [2, 0, 3, 1]) memory.giveBack(blocks[i]!)
    const before = pages(memory)
    const whole = memory.lend(20 * PAGE)
    expect(pages(memory)).toBe(before)
    expect(whole.at).toBe(blocks[0]!.at)
  })

  it("finds out who wrote beyond what it was lent, while it is guarded", () => {
    const memory = fresh()
    memory.guard()
    for (const past of [-4, 400]) {
      const block = memory.lend(400)
      memory.f32({ at: block.at, length: 100 }).fill(1)
      memory.giveBack(block)
      const other = memory.lend(400)
      memory.view.setFloat32(other.at + past, 1, true)
      expect(() => memory.giveBack(other)).toThrow("beyond the 400 bytes")
    }
  })

  it("never lends the same room twice", () => {
    const memory = fresh()
    const held: { at: number; pages: number }[] = []
    let state = 7
    const random = () => (state = (state * 48271) % 2147483647) / 2147483647
    for (let i = 0; i < 2000; i++) {
      if (held.length > 12 || (held.length > 0 && random() < 0.45)) {
        memory.giveBack(held.splice(Math.floor(random() * held.length), 1)[0]!)
      } else held.push(memory.lend(Math.ceil(random() * 9) * PAGE))
      const sorted = [...held].sort((a, b) => a.at - b.at)
      sorted
        .slice(1)
        .forEach((one, k) => expect(one.at).toBeGreaterThanOrEqual(sorted[k]!.at + sorted[k]!.pages * PAGE))
    }
    expect(pages(memory)).toBeLessThan(200)
  })
})
