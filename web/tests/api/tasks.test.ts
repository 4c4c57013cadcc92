// Long work of the server, looked after from here.
import { beforeEach, describe, expect, it, vi } from "vitest"
import { saveMade, workOff, type Task } from "@/api/tasks"
import { server } from "../support/server"

const ID = "0f9e7a52-8a53-4c0e-9d0c-0c6a6a1b7b11"
const task = (parts: Partial<Task> = {}): Task => ({
  ...{ id: ID, kind: "sheet file", state: "waiting", share: 0, detail: "", about: null },
  ...{ name: "label.svg", media_type: "image/svg+xml", size: 300 },
  ...parts,
})
const ask = () => Promise.resolve({ data: task(), status: 202, message: "" })

/** Answers to the questions how far it is, one after the other; the last one stays. */
function answering(...answers: (Partial<Task> | number)[]): void {
  server.on("GET", /^\/api\/tasks\/[^/]+$/, () => {
    const next = answers.length > 1 ? answers.shift()! : answers[0]!
    return typeof next === "number" ? { status: next } : { status: 200, body: task(next) }
  })
}

beforeEach(() => {
  vi.useFakeTimers({ toFake: ["setTimeout"], shouldAdvanceTime: true, advanceTimeDelta: 200 })
})

describe("long work", () => {
  it("is told of until it is done, though an answer is lost", async () => {
    answering(
      { state: "running", share: 0.25 },
      503,
      { state: "running", share: 0.75 },
      { state: "done", share: 1 },
    )
    const heard: number[] = []
    const made = await workOff(ask, (share) => heard.push(share))
    expect(made.state).toBe("done")
    expect(heard).toEqual([0.25, 0.25, 0.75, 1])
  })

  it("says why it failed, or was not begun", async () => {
    answering({ state: "failed", detail: "The file was not written: it has too many strokes." })
    await expect(workOff(ask)).rejects.toThrow("too many strokes")
    const refused = () => Promise.resolve({ status: 400, message: "Ask again when some are done." })
    await expect(workOff(refused)).rejects.toThrow("Ask again")
    await expect(workOff(() => Promise.resolve({ status: 0, message: "" }))).rejects.toThrow(
      "cannot be reached",
    )
  })

  it("is stopped once nobody wants it", async () => {
    answering({ state: "running", share: 0.1 })
    const stopped = vi.fn(() => ({ status: 204 }))
    server.on("DELETE", /^\/api\/tasks\//, stopped)
    const ending = new AbortController()
    const work = workOff(ask, () => ending.abort(), ending.signal)
    await expect(work).rejects.toThrow("Stopped")
    await vi.waitFor(() => expect(stopped).toHaveBeenCalledTimes(1))
  })

  it("hands no file over that did not come whole", async () => {
    const clicked = vi.spyOn(HTMLAnchorElement.prototype, "click").mockImplementation(() => {})
    URL.createObjectURL = () => "blob:"
    URL.revokeObjectURL = () => {}
    for (const [size, comes] of [
      [300, true],
      [120, false],
    ] as const) {
      clicked.mockClear()
      vi.stubGlobal("fetch", () => Promise.resolve(new Response(new Uint8Array(size))))
      if (comes) await saveMade(task())
      else await expect(saveMade(task())).rejects.toThrow("broke off")
      expect(clicked).toHaveBeenCalledTimes(comes ? 1 : 0)
    }
  })
})
