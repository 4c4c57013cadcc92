import { describe, expect, it } from "vitest"
import { Asking } from "@/engine/page/asking"

const never = new Promise<number>(() => {})

describe("asking workers that may die", () => {
  it("asks the next worker what the last one did not answer", async () => {
    const asking = new Asking()
    const answers = [never, Promise.resolve(7)]
    const asked = asking.ask(() => answers.shift()!)
    asking.again()
    expect(await asked).toBe(7)
  })

  it("does not ask again what was answered", async () => {
    const asking = new Asking()
    let times = 0
    const ask = () => Promise.resolve(++times)
    expect(await asking.ask(ask)).toBe(1)
    asking.again()
    expect(times).toBe(1)
  })

  it("gives up what kills two workers", async () => {
    const asking = new Asking()
    let times = 0
    const asked = asking.ask(() => (times++, never))
    asking.again()
    asking.again()
    expect(await asked).toBeUndefined()
    asking.again()
    expect(times).toBe(2)
  })

  it("does not listen to a worker that was given up, and tells what fails", async () => {
    const asking = new Asking()
    let late: (value: number) => void = () => {}
    const answers = [new Promise<number>((take) => (late = take)), Promise.reject(new Error("no room"))]
    const asked = asking.ask(() => answers.shift()!)
    asking.again()
    late(3)
    await expect(asked).rejects.toThrow("no room")
  })
})
