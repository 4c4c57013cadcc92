// The worker that the pen does not wait for: what it is asked, and what becomes of that where it ends.
import { describe, expect, it, onTestFinished, vi } from "vitest"
import type { Launched } from "@/engine/page/launch"
import { SecondWorker } from "@/engine/page/secondWorker"
import type { News } from "@/engine/desk/at"

/** Workers that answer what they are told to, and tell what they were asked. */
function workers(answers: (worker: number, name: string) => Promise<unknown>) {
  const asked: string[] = []
  const news: ((news: News) => void)[] = []
  let running = 0
  function launch(take: (news: News) => void): Launched {
    const mine = news.push(take)
    running++
    const answer = (_: object, name: string) => (): Promise<unknown> => {
      asked.push(`${mine} ${name}`)
      return answers(mine, name)
    }
    return {
      remote: new Proxy({}, { get: answer }) as Launched["remote"],
      ready: Promise.resolve(),
      called: () => {},
      end: () => running--,
    }
  }
  const pen = vi.fn(async (name: string) => `${name} by the pen's`)
  const written = vi.fn()
  return { second: new SecondWorker(launch, pen, written), asked, news, pen, written, running: () => running }
}
const never = new Promise<unknown>(() => {})

describe("the second worker", () => {
  it("is asked what stands alone, after what it must know, and nothing else", async () => {
    const { second, asked } = workers(async (_, name) => name)
    expect(
      ["inkPocket", "inkStation", "measure", "readBrush", "down", "setBrush"].map((name) =>
        second.takes(name as "down"),
      ),
    ).toEqual([true, true, true, true, false, false])
    expect([second.hears("setReference", [1, 2]), second.hears("setBrush", [3])]).toEqual([true, false])
    expect(asked).toEqual([])
    expect(await second.call("readBrush", [])).toBe("readBrush")
    second.hears("setColours", [4, 5])
    await second.call("inkPocket", [])
    expect(asked).toEqual(["1 setReference", "1 readBrush", "1 setColours", "1 inkPocket"])
  })

  it("is followed by another where it ends, which is asked the same", async () => {
    const { second, asked, news, running } = workers((worker) =>
      worker === 1 ? never : Promise.resolve(worker),
    )
    const answer = second.call("writeSheet", [])
    await Promise.resolve()
    news[0]!({ broken: "no memory" })
    expect(await answer).toBe(2)
    expect(asked).toEqual(["1 writeSheet", "2 writeSheet"])
    expect(running()).toBe(1)
  })

  it("is given up where the device has no room for it: the pen's does what it did", async () => {
    const { second, pen, running } = workers(() => Promise.reject(new RangeError("no memory")))
    expect(await second.call("inkPocket", [])).toBeUndefined()
    expect(await second.call("inkPocket", [7])).toBe("inkPocket by the pen's")
    expect(pen).toHaveBeenCalledWith("inkPocket", [7])
    expect(running()).toBe(0)
  })

  it("tells what is wrong with what it was asked, and stays", async () => {
    const { second, running } = workers(() => Promise.reject(new Error("no such brush")))
    await expect(second.call("readBrush", [])).rejects.toThrow("no such brush")
    expect(running()).toBe(1)
  })

  it("waits while a pen draws, until that is lifted or its worker ends", async () => {
    const { second, asked } = workers(async () => 1)
    second.hears("down", ["bench"])
    expect(asked).toEqual([])
    await second.call("inkStation", [])
    second.hears("down", ["bench"])
    second.hears("move", [])
    second.hears("up", ["bench"])
    second.hears("cancel", ["bench"])
    second.penEnded()
    await Promise.resolve()
    expect(asked.slice(1)).toEqual(Array(4).fill("1 penIsDown"))
  })

  it("gives its memory back once nothing is asked of it", async () => {
    vi.useFakeTimers()
    onTestFinished(() => void vi.useRealTimers())
    const { second, running } = workers(async () => 5)
    await second.call("inkPocket", [])
    expect(await second.memoryHeld()).toBe(5)
    vi.advanceTimersByTime(61_000)
    expect([running(), await second.memoryHeld()]).toEqual([0, 0])
    expect(await second.call("inkPocket", [])).toBe(5)
    expect(running()).toBe(1)
  })
})
