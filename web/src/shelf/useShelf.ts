// The lending shelf, asked through Hollowmist's own server: what lies on it, and what one lends oneself.
import { t } from "@/words"
import { refDebounced } from "@vueuse/core"
import { computed, ref, shallowRef, watch } from "vue"
import { api, reach } from "@/api/client"
import { untilCarried } from "@/device/useDevice"
import type { components } from "@/generated/api"
import { notice } from "@/parts/notice"

export type Lot = components["schemas"]["Lot"]
export type Loan = components["schemas"]["Loan"]

/** Typing rests for so long before the shelf is asked, ms. */
const REST = 300

/** Address of the picture of a lot's brush; it changes with the lot. */
export const previewOf = (lot: Lot, position: number) =>
  `/api/shelf/${lot.id}/previews/${position}?of=${lot.sha256.slice(0, 12)}`
export const markOf = (lot: Lot) => `/api/shelf/${lot.id}/mark?of=${lot.sha256.slice(0, 12)}`

export function useShelf() {
  const lots = shallowRef<Lot[]>([])
  const loans = shallowRef<Loan[]>([])
  const problem = ref("")
  const opened = ref(false)
  /** The roll that is being sent or taken back. */
  const busy = ref("")
  const text = ref("")
  const asked = refDebounced(text, REST)
  const mine = computed(() => new Set(loans.value.map((one) => one.lot)))
  let turn = 0

  async function look(): Promise<void> {
    const now = ++turn
    const search = asked.value.trim()
    const found = await reach(api.GET("/api/shelf", { params: { query: { search } } }))
    // An answer to what was asked before comes too late.
    if (now !== turn) return
    problem.value = found.message
    lots.value = found.data ?? []
    opened.value = true
  }

  async function lookAtLoans(): Promise<void> {
    loans.value = (await reach(api.GET("/api/loans"))).data ?? loans.value
  }

  async function open(): Promise<void> {
    await Promise.all([look(), lookAtLoans()])
  }

  /** Lend a roll as it is now, for the first time or once more. */
  async function lend(roll: { id: string; name: string }): Promise<void> {
    busy.value = roll.id
    try {
      await untilCarried()
      const answer = await reach(api.PUT("/api/loans/{roll}", { params: { path: { roll: roll.id } } }))
      if (answer.data) loans.value = answer.data
      notice(answer.data ? t("shelf.lies-on-the-shelf-as-it", { name: roll.name }) : answer.message)
    } catch (error) {
      notice((error as Error).message)
    }
    busy.value = ""
    await look()
  }

  async function takeBack({ roll, name }: Loan): Promise<void> {
    busy.value = roll
    const { status, message } = await reach(api.DELETE("/api/loans/{roll}", { params: { path: { roll } } }))
    busy.value = ""
    notice(status === 204 ? t("shelf.is-off-the-shelf-whoever-borrowed", { name }) : message)
    await open()
  }

  watch(asked, look)
  return { lots, loans, mine, problem, opened, busy, text, open, lend, takeBack }
}
