// The kept states of the brush on the bench: made, looked at beside the brush as it stands, and returned to.
import { language, t } from "@/words"
import type { StoredBrush } from "@/device/tables/brushes"
import type { StoredCheckpoint, Why } from "@/device/tables/checkpoints"
import { computed, ref, shallowRef, type Ref } from "vue"
import { makeBrush } from "@/acts/keepBrush"
import {
  byTime,
  keepCheckpoint,
  labelCheckpoint,
  putCheckpointBack,
  takeCheckpoint,
} from "@/acts/keepCheckpoint"
import type { Store } from "@/device/store"
import { useLive } from "@/device/useLive"
import type { BrushDocument, SettingName } from "@/documents/brush"
import { differences, onSheetOf } from "@/documents/differences"
import { notice } from "@/parts/notice"

/** What a checkpoint is called where it has no label. */
const CALLED: Record<Why, string> = {
  hand: t("bench.checkpoint"),
  visit: t("bench.start-of-a-visit"),
  change: t("bench.before-a-large-change"),
  elsewhere: t("bench.from-another-device"),
  first: t("bench.as-it-came"),
}

export const calledOf = ({ label, why }: StoredCheckpoint): string => label || CALLED[why]

/** "10:42", and the day where that is not today. */
export function momentOf({ madeAt }: StoredCheckpoint): string {
  const at = new Date(madeAt)
  const clock = at.toLocaleTimeString(language, { hour: "2-digit", minute: "2-digit", hour12: false })
  if (at.toDateString() === new Date().toDateString()) return clock
  return `${at.toLocaleDateString(language, { day: "numeric", month: "short" })} ${clock}`
}

interface Bench {
  /** The brush as it stands in the store, and as it is on the bench. */
  row: Ref<StoredBrush | undefined>
  brush: Ref<BrushDocument | undefined>
  become: (document: BrushDocument) => void
}

export function useCheckpoints(store: Store, id: string, { row, brush, become }: Bench) {
  const list = useLive(
    async () => (await store.checkpoints.where("brush").equals(id).toArray()).sort(byTime),
    [] as StoredCheckpoint[],
  )
  const picked = ref("")
  /** How the brush was when this visit began. */
  const opened = shallowRef<BrushDocument>()

  /** The one that the brush is looked at beside: the one that was picked, else the last. */
  const chosen = computed(() => list.value.find((one) => one.id === picked.value) ?? list.value.at(-1))
  /** What sets the brush as it stands apart from the chosen one. */
  const since = computed(() =>
    brush.value && chosen.value ? differences(chosen.value.document, brush.value) : [],
  )
  /** What a setting was in the chosen one. */
  const stood = (name: SettingName) => chosen.value?.document[name]
  const changedSinceOpened = computed(
    () => Boolean(brush.value && opened.value) && differences(opened.value!, brush.value!).length > 0,
  )

  function make(why: Why, document: BrushDocument, label = ""): Promise<StoredCheckpoint> {
    return keepCheckpoint(store, { brush: id, why, document: structuredClone(document), label })
  }

  /** Keep the brush as it stands. */
  async function keep(label: string): Promise<void> {
    if (!brush.value) return
    const document = brush.value
    await store.write(make("hand", document, label).then((made) => void (picked.value = made.id)))
  }

  /** A visit begins: how the brush is now can be had again. */
  function begin(document: BrushDocument): void {
    opened.value = document
    void store.write(make("visit", document).then(() => undefined))
  }

  /** Something changes much of the brush at once: what was before stays to be had. */
  function beforeChange(): void {
    if (brush.value) void store.write(make("change", brush.value).then(() => undefined))
  }

  function returnTo(document: BrushDocument, sentence: string): void {
    const now = brush.value
    if (!now) return
    beforeChange()
    become(onSheetOf(document, now))
    notice(sentence, { label: t("bench.take-it-back"), act: () => become(onSheetOf(now, now)) })
  }

  function goBack(checkpoint: StoredCheckpoint): void {
    returnTo(
      checkpoint.document,
      t("bench.the-brush-is-as-it-was-2", {
        checkpoint: calledOf(checkpoint),
        moment: momentOf(checkpoint),
      }),
    )
  }

  function asOpened(): void {
    if (opened.value) returnTo(opened.value, t("bench.the-brush-is-as-it-was-3"))
  }

  /** A new brush from a checkpoint, in the next pocket; returns its id. */
  function branch(checkpoint: StoredCheckpoint): Promise<string> | undefined {
    const from = row.value
    if (!from) return undefined
    const name = `${from.name}, ${calledOf(checkpoint).toLowerCase()}`
    return makeBrush(store, { ...from, name, document: checkpoint.document, after: id })
  }

  const label = (checkpoint: StoredCheckpoint, words: string) =>
    void store.write(labelCheckpoint(store, checkpoint, words))

  function remove(checkpoint: StoredCheckpoint): void {
    const act = () => void store.write(putCheckpointBack(store, checkpoint))
    const done = takeCheckpoint(store, checkpoint.id)
    void store.write(
      done.then(() =>
        notice(t("bench.is-gone", { checkpoint: calledOf(checkpoint) }), {
          label: t("bench.put-it-back"),
          act,
        }),
      ),
    )
  }

  return {
    ...{ list, picked, chosen, since, stood, changedSinceOpened },
    ...{ keep, begin, beforeChange, goBack, asOpened, branch, label, remove },
  }
}
