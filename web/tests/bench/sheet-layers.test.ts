import type { BrushDocument, LayerUse } from "@/documents/brush"
import type { KeptStroke } from "@/documents/stroke"
import { describe, expect, it, onTestFinished, vi } from "vitest"
import { ref } from "vue"
import { useSheetLayers } from "@/bench/layers/useSheetLayers"
import { Store } from "@/device/store"
import type { Engine } from "@/engine/page/useEngine"
import { DEFAULT_BRUSH, MOST_LAYERS } from "@/generated/layout"
import { living } from "../support/scope"

const engine = { ready: Promise.resolve(), api: { setOthers: vi.fn() } } as unknown as Engine

function opened() {
  const store = new Store(7)
  onTestFinished(() => store.close())
  const brush = ref({ ...DEFAULT_BRUSH } as unknown as BrushDocument)
  const put = (layers: LayerUse[]) => (brush.value = { ...brush.value, layers })
  return living(() => useSheetLayers(brush as never, store, engine, put))
}

const whiches = (layers: LayerUse[]) => layers.map((one) => one.which)
const stroke = (id: string, layer?: number, dries = false) => ({ id, layer, dries }) as KeptStroke

describe("the layers of the proof sheet", () => {
  it("are laid one on the other, each drawn on at once, up to the most there are", () => {
    const { layers, active, full, add } = opened()
    add()
    expect(whiches(layers.value)).toEqual([0, 1])
    expect(active.value).toBe(1)
    for (let i = 0; i < 5; i++) add()
    expect(layers.value.length).toBe(MOST_LAYERS)
    expect(full.value).toBe(true)
  })

  it("change places and stay who they are", () => {
    const { layers, add, move, change } = opened()
    add()
    change(0, { opacity: 0.5 })
    move(0, 1)
    expect(whiches(layers.value)).toEqual([1, 0])
    expect(layers.value[1]!.opacity).toBe(0.5)
    move(0, 1)
    expect(whiches(layers.value)).toEqual([1, 0])
  })

  it("go with their own strokes and with no others, and give their number free", () => {
    const { layers, add, without, change } = opened()
    add()
    const strokes = [stroke("a", 0), stroke("b", 1), stroke("c"), stroke("dried", 1, true)]
    const left = without(1, strokes)
    expect(whiches(left.layers)).toEqual([0])
    expect(left.strokes.map((one) => one.id)).toEqual(["b"])
    expect(without(0, strokes).strokes.map((one) => one.id)).toEqual(["a", "c"])
    change(1, { mode: "multiply" })
    expect(layers.value[1]!.mode).toBe("multiply")
  })

  it("are drawn on the lowest where the one that was marked is gone", () => {
    const { active, add } = opened()
    add()
    active.value = 2
    expect(active.value).toBe(0)
  })
})
