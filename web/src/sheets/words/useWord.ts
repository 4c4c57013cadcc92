// The word that is being set on a sheet: it lies there as it will be written, until it is taken or left.
import { useLocalStorage, useDebounceFn } from "@vueuse/core"
import { computed, onScopeDispose, ref, shallowRef, watch, type Ref } from "vue"
import { firstWord, settingOf, type WordWish } from "@/documents/words"
import { pxOf, type SheetStroke } from "@/documents/sheet"
import { writtenStrokes } from "@/pictures/writtenStrokes"
import type { SheetOnEasel } from "../useSheet"

/** The word is written anew once its settings rest so long, ms. */
const REST = 40

/** The lines that words stand on: those of the guides, where there are some. */
function useBaselines(sheet: SheetOnEasel, wish: Ref<WordWish>) {
  const { api } = sheet.engine
  const px = (mm: number) => pxOf(mm, "mm", sheet.document.value?.dpi ?? 300)
  /** The lines that words stand on, from the top, and how high an x is on them, sheet px; none without guides. */
  const lines = shallowRef<{ baselines: number[]; left: number; xHeight: number }>()
  const ruled = computed(() => lines.value !== undefined)
  const xHeight = computed(() => lines.value?.xHeight ?? px(wish.value.x_height))
  const baselines = computed(() => lines.value?.baselines ?? [])
  watch(
    () => JSON.stringify([sheet.document.value?.guides, sheet.document.value?.height]),
    async () => {
      const { value: document } = sheet.document
      const guided = document?.guides.lettering
        ? await api.ruleGuides(document).catch(() => undefined)
        : undefined
      if (document !== sheet.document.value) return
      const bases = guided?.rules.filter(({ kind }) => kind === "base") ?? []
      lines.value =
        guided && bases.length > 0
          ? { baselines: bases.map(({ y0 }) => y0), left: bases[0]!.x0, xHeight: guided.xHeight }
          : undefined
    },
    { immediate: true },
  )

  return { px, lines, ruled, xHeight, baselines }
}

export function useWord(sheet: SheetOnEasel, layer: () => number) {
  const { api } = sheet.engine
  const wish = useLocalStorage<WordWish>("word on a sheet", firstWord(""))
  /** Where its first letter stands, sheet px; on the first line of the guides where nobody put it elsewhere. */
  const at = ref<[number, number]>()
  const laid = shallowRef<SheetStroke[]>([])
  const missing = ref("")
  const endsAt = ref(0)
  let turn = 0

  const { px, lines, ruled, xHeight, baselines } = useBaselines(sheet, wish)

  const place = computed((): [number, number] => {
    const margin = lines.value?.left || px(10)
    const [x, y] = at.value ?? [margin, baselines.value[0] ?? margin + 2 * xHeight.value]
    return [x, y]
  })

  /** Put the word elsewhere; on guides its feet stand on the nearest line. */
  function put(x: number, y: number): void {
    const ruledAt = baselines.value
    const nearest = ruledAt.reduce(
      (best, one) => (Math.abs(one - y) < Math.abs(best - y) ? one : best),
      ruledAt[0] ?? y,
    )
    at.value = [x, nearest]
  }

  function liftOff(): void {
    const take = laid.value.map((one) => one.id)
    laid.value = []
    if (take.length > 0) void api.changeSheet({ take })
  }

  async function write(): Promise<void> {
    const mine = ++turn
    const { text } = wish.value
    const look = sheet.hand.look()
    if (!text.trim() || !look) {
      missing.value = ""
      return liftOff()
    }
    sheet.use(look)
    const setting = settingOf(wish.value, ...place.value, xHeight.value)
    const written = await api.writeLine(text, setting)
    if (mine !== turn || !written) return
    missing.value = written.missing
    endsAt.value = written.endsAt
    const { hand } = sheet
    const strokes = writtenStrokes(written, setting.seed).map((stroke): SheetStroke => ({
      ...stroke,
      ...{ sheet: sheet.id, look: look.id, layer: layer() },
      ...{ size: hand.size.value, ink: hand.ink.value, opacity: hand.opacity.value },
      drawnAt: sheet.strokes.nextMoment(),
    }))
    const take = laid.value.map((one) => one.id)
    laid.value = strokes
    void api.changeSheet({ take, put: strokes })
  }

  const soon = useDebounceFn(write, REST)
  const { size, ink, opacity, brush } = sheet.hand
  watch([wish, place, xHeight, size, ink, opacity, brush], soon, { deep: true, immediate: true })

  /** Leave what lies there as strokes of the sheet, and go on with the next word. */
  function take(): void {
    turn++
    const strokes = laid.value
    if (strokes.length === 0) return
    laid.value = []
    sheet.add(strokes, false)
    // The next word goes on the line below, where there is one.
    const [x, y] = place.value
    const below = baselines.value.find((one) => one > y + 1)
    at.value = [x, below ?? y + 2.4 * xHeight.value]
    wish.value = { ...wish.value, text: "" }
  }

  onScopeDispose(() => {
    turn++
    liftOff()
  })

  return { wish, place, laid, missing, endsAt, xHeight, ruled, put, take }
}
