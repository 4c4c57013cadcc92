import { beforeEach, describe, expect, it, onTestFinished, vi } from "vitest"
import { nextTick } from "vue"
import { heardBuild, renewed } from "@/api/build"
import { REST, useRenewal } from "@/shell/useRenewal"
import { takeInHand } from "@/device/inHand"
import { holdWhileChoosing } from "@/device/useFileChoice"
import { living } from "../support/scope"

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

  it.each(["a stroke, a file or a pack in hand", "a dialog", "a camera away from the page"])(
    "is not ended under %s, and is once that is over",
    async (what) => {
      const reload = vi.fn()
      living(() => {
        useRenewal(reload)
        holdWhileChoosing()
      })
      let over = () => {}
      if (what === "a dialog") {
        const dialog = document.createElement("div")
        dialog.className = "el-overlay"
        document.body.append(dialog)
        over = () => dialog.remove()
      } else if (what === "a camera away from the page") {
        const input = document.createElement("input")
        input.type = "file"
        document.body.append(input)
        input.click()
        over = () => input.dispatchEvent(new Event("change"))
      } else over = takeInHand()
      const hidden = vi.spyOn(document, "visibilityState", "get").mockReturnValue("hidden")
      onTestFinished(() => hidden.mockRestore())
      document.dispatchEvent(new Event("visibilitychange"))
      heardBuild(answer("third"))
      await vi.advanceTimersByTimeAsync(5 * REST)
      expect(reload).not.toHaveBeenCalled()
      over()
      await vi.advanceTimersByTimeAsync(2000)
      expect(reload).toHaveBeenCalled()
    },
  )
})
