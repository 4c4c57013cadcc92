import { beforeEach, describe, expect, it, vi } from "vitest"
import { nextTick } from "vue"
import { heardBuild, renewed } from "@/api/build"
import { REST, useRenewal } from "@/shell/useRenewal"
import { living } from "./scope"

const answer = (build: string) => new Response(null, { headers: { "Hollowmist-Build": build } })

describe("a page of an older build", () => {
  beforeEach(() => {
    vi.useFakeTimers()
    return () => vi.useRealTimers()
  })

  it("takes the new one in when the pen rests, and not before", async () => {
    const reload = vi.fn()
    living(() => useRenewal(reload))
    heardBuild(answer("first"))
    heardBuild(new Response(null))
    expect(renewed.value).toBe(false)
    await vi.advanceTimersByTimeAsync(2 * REST)
    expect(reload).not.toHaveBeenCalled()

    window.dispatchEvent(new Event("pointermove"))
    heardBuild(answer("second"))
    await nextTick()
    expect(document.body.textContent).toContain("Hollowmist was renewed")
    for (let i = 0; i < 5; i++) {
      await vi.advanceTimersByTimeAsync(REST * 0.7)
      window.dispatchEvent(new Event("pointermove"))
    }
    expect(reload).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(REST + 100)
    expect(reload).toHaveBeenCalledOnce()
  })
})
