// The responses of the brush on the bench: their curves as the core has them, and where the hand is on each.
import { t } from "@/words"
import { type Input, type Link, type Output, type Response, responsesOf } from "@/documents/brush"
import { computed, shallowRef, watch } from "vue"
import { INPUTS, MAX_LINKS, OUTPUTS, STATIONS } from "@/generated/layout"
import type { Bench } from "../useBench"

/** The outputs in the order in which a stroke passes their stations; the first of each station begins it. */
export const COLUMNS = STATIONS.flatMap((station) =>
  OUTPUTS.filter((one) => one.station === station).map((output, i) => ({ ...output, begins: i === 0 })),
)

const keyOf = (output: Output, input: Input) => `${input}>${output}`

export function useResponses(bench: Bench) {
  const { api, live } = bench.engine
  const tables = shallowRef(new Map<string, Float32Array>())
  const responses = computed(() => (bench.state.value ? responsesOf(bench.state.value.document) : []))
  const full = computed(() => responses.value.length >= MAX_LINKS)
  let wanted = 0

  watch(
    () => bench.state.value?.document.responses,
    async () => {
      const turn = ++wanted
      const found = await Promise.all(
        responses.value.map(
          async ({ output, input, link }) => [keyOf(output, input), await api.traceLink(link)] as const,
        ),
      )
      if (turn === wanted) tables.value = new Map(found)
    },
    { immediate: true },
  )

  const linkOf = (output: Output, input: Input) => bench.state.value?.document.responses[output]?.[input]
  const tableOf = (output: Output, input: Input) =>
    tables.value.get(keyOf(output, input)) ?? new Float32Array()

  /** Where the hand is on an input, 0..1. */
  const heard = (input: Input) => live.value.inputs[INPUTS.findIndex((one) => one.name === input)]

  function remove({ output, input }: Pick<Response, "output" | "input">): void {
    const old = bench.state.value?.document.responses
    if (!old?.[output]?.[input]) return
    const links = { ...old[output] }
    delete links[input]
    bench.changeMany(
      { responses: { ...old, [output]: links } },
      t("bench.without-2", { input: keyOf(output, input) }),
    )
  }

  /** Give a link the curve, dead zone and pointers of another; the range stays, as its unit may differ. */
  function copyTo(link: Link, output: Output, input: Input): void {
    const { nodes, dead, pointers } = link
    bench.changeLink(output, input, { nodes, dead, pointers, on: true })
    bench.closeStep()
  }

  const outputNamed = (name: Output) => OUTPUTS.find((one) => one.name === name)!
  const inputNamed = (name: Input) => INPUTS.find((one) => one.name === name)!
  return { responses, full, linkOf, tableOf, heard, remove, copyTo, outputNamed, inputNamed }
}
