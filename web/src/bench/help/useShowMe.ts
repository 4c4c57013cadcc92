// Shows what a setting does on the paper: it moves to its least, to its most and back, and is not kept.
import type { Setting, SettingName } from "@/documents/brush"
import { placeOf, valueAt } from "@/documents/values"
import { useIntervalFn, usePreferredReducedMotion, useRafFn } from "@vueuse/core"
import { onScopeDispose, ref, watch } from "vue"
import type { Bench } from "../useBench"
import { ends } from "./states"

/** How long the way there and back takes, ms; how long each of its ends stays where nothing is to move. */
const WAY = 2600
const STAYS = 900

/** Where on its way a setting is after a share 0..1 of the time: 0 at its least, 1 at its most. */
export function placeOnWay(share: number, from: number): number {
  const turns = [from, 0, 1, from]
  const at = Math.min(share, 1 - 1e-9) * (turns.length - 1)
  const [leg, part] = [Math.floor(at), at % 1]
  // Slow at the turns, as a hand moves.
  const eased = (1 - Math.cos(Math.PI * part)) / 2
  return turns[leg]! + (turns[leg + 1]! - turns[leg]!) * eased
}

export function useShowMe(bench: Bench) {
  const showing = ref(false)
  let setting: Setting
  let begun = 0
  let still: number[] = []
  const motion = usePreferredReducedMotion()

  function glance(value: number): void {
    const brush = bench.state.value?.document
    if (brush) bench.glance({ ...brush, [setting.name]: value })
  }

  const moving = useRafFn(
    ({ timestamp }) => {
      begun ||= timestamp
      const share = (timestamp - begun) / WAY
      if (share >= 1) return stop()
      const { low, high, log, step, name } = setting
      const now = Number(bench.state.value?.document[name as SettingName])
      const [least, most] = ends(setting, now)
      const place = (value: number) => placeOf(value, low, high, log)
      const [first, last] = [place(least), place(most)]
      const along = placeOnWay(share, (place(Math.max(least, now)) - first) / (last - first))
      glance(valueAt(first + (last - first) * along, low, high, log, step))
    },
    { immediate: false },
  )
  const staying = useIntervalFn(
    () => {
      const next = still.shift()
      if (next === undefined) stop()
      else glance(next)
    },
    STAYS,
    { immediate: false, immediateCallback: true },
  )

  function show(one: Setting): void {
    stop()
    setting = one
    showing.value = true
    begun = 0
    if (motion.value === "reduce") {
      still = ends(one, Number(bench.state.value?.document[one.name as SettingName]))
      staying.resume()
    } else moving.resume()
  }

  function stop(): void {
    if (!showing.value) return
    showing.value = false
    moving.pause()
    staying.pause()
    bench.glance(undefined)
  }

  // Whoever changes the brush meanwhile wants to see that.
  watch(bench.state, stop)
  onScopeDispose(stop)
  return { showing, show, stop }
}
