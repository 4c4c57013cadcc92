import * as Comlink from "comlink"
import { onMounted, ref, watch, type Ref } from "vue"
import { useLight } from "@/device/useLight"
import { numberOf } from "@/documents/colours"
import type { EaselName } from "@/engine/easel/easel"
import type { View } from "@/engine/easel/screen"
import { useEngine } from "@/engine/page/useEngine"

/**
 * Have an easel's paper shown on a canvas, as the view tells. With `around`, a custom property of what lies around the
 * paper, the room's colours are the engine's, too. `showed` hears that the canvas shows the view that was told last.
 * Returns whether the canvas is lent by now.
 */
export function useEaselCanvas(
  canvas: Readonly<Ref<HTMLCanvasElement | null>>,
  name: EaselName,
  seen: () => View,
  around?: `--${string}`,
  showed: () => void = () => {},
): Readonly<Ref<boolean>> {
  const engine = useEngine()
  const light = useLight()
  const attached = ref(false)

  onMounted(async () => {
    await engine.ready
    if (!canvas.value) return
    const lent = canvas.value.transferControlToOffscreen()
    await engine.api.attach(name, Comlink.transfer(lent, [lent]))
    attached.value = true
  })

  let last: View | undefined
  watch([attached, seen], ([there, now]) => {
    if (!there) return
    last = now
    void engine.api.setView(name, now).then(() => now === last && showed())
  })

  watch(
    [attached, light],
    ([there]) => {
      if (!there || !around) return
      const style = getComputedStyle(document.documentElement)
      const colour = (property: string) => numberOf(style.getPropertyValue(property))
      void engine.api.setColours(colour("--paper"), colour(around))
    },
    // Once the page wears the theme.
    { flush: "post" },
  )
  return attached
}
