// What is seen under a pen that hovers: the tip where it will land, as large as it is inked.
import { expect, it, onTestFinished } from "vitest"
import { createApp, h, nextTick } from "vue"
import type { BrushDocument } from "@/documents/brush"
import HoverTip from "@/drawing/HoverTip.vue"

it("outlines the tip under a pen that is near, and nothing once it touches or leaves", async () => {
  const [over, host] = [document.createElement("div"), document.createElement("div")]
  document.body.replaceChildren(over, host)
  const brush = { tip: "ellipse", roundness: 0.5, angle: 30 } as unknown as BrushDocument
  const app = createApp({ render: () => h(HoverTip, { over, brush, size: 40, zoom: 0.5, turn: 15 }) })
  app.mount(host)
  onTestFinished(() => app.unmount())
  async function tip(
    type: string,
    pointerType: string,
    buttons = 0,
  ): Promise<CSSStyleDeclaration | undefined> {
    over.dispatchEvent(new PointerEvent(type, { pointerType, buttons, clientX: 70, clientY: 30 }))
    await nextTick()
    return host.querySelector<HTMLElement>(".tip")?.style
  }
  expect(await tip("pointermove", "mouse")).toBeUndefined()
  const near = await tip("pointermove", "pen")
  expect([near!.width, near!.height]).toEqual(["20px", "10px"])
  expect(near!.transform).toContain("translate(70px, 30px)")
  expect(near!.transform).toContain("rotate(45deg)")
  expect(await tip("pointerdown", "pen", 1)).toBeUndefined()
  expect(await tip("pointermove", "pen", 1)).toBeUndefined()
  expect(await tip("pointermove", "pen")).toBeDefined()
  expect(await tip("pointerleave", "pen")).toBeUndefined()
})
