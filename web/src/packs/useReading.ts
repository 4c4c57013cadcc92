// Files that come in: packs are looked into first, pictures become sources.
import { t } from "@/words"
import { computed, onScopeDispose, ref, shallowRef } from "vue"
import { makeBrush } from "@/acts/keepBrush"
import { makeRoll } from "@/acts/keepRoll"
import { inHand } from "@/device/inHand"
import { openCarrier } from "@/device/useDevice"
import type { Store } from "@/device/store"
import { takeUpWaiting } from "@/device/waitingFile"
import { proposalsOf } from "@/choosers/proposals"
import { takeIn } from "@/pictures/takeIn"
import { kindOf, lendPictures, picturesIn, readPack, type Report } from "./packs"

export interface Coming {
  file: File
  kind: "pack" | "waiting" | "picture"
  state: "waits" | "looking" | "looked" | "reading" | "done" | "refused"
  /** What it came to, or would come to. */
  report?: Report
  message: string
  /** How far it is, 0..1. */
  share: number
}

const takenUp = (count: number) =>
  count === 1 ? t("packs.one-thing-waits-here-again") : t("packs.things-wait-here-again", { count })

const newRoll = (store: Store) => makeRoll(store, { name: "From pictures" })

/** Make a source of a picture, and a brush of that in a roll where one is wanted; whether it could be made here. */
async function takePicture(
  store: Store,
  file: File,
  roll: false | (() => Promise<string>),
): Promise<boolean> {
  const { source } = await takeIn(store, file, file.name)
  if (source && roll) {
    const [first] = proposalsOf(source, source.makes, [])
    await makeBrush(store, { roll: await roll(), name: source.name, document: first!.document })
  }
  return source !== undefined
}

export function useReading(store: Store) {
  const coming = shallowRef<Coming[]>([])
  const busy = ref(false)
  /** Ids of the brushes that are not wanted. */
  const unwanted = ref(new Set<string>())
  const copies = ref(false)
  const brushes = ref(false)
  let ending = new AbortController()

  function put(at: number, parts: Partial<Coming>): void {
    coming.value = coming.value.map((one, i) => (i === at ? { ...one, ...parts } : one))
  }

  /** Take files, and look into the packs among them. */
  async function open(files: File[]): Promise<void> {
    stop()
    ending = new AbortController()
    unwanted.value = new Set()
    busy.value = true
    coming.value = []
    await inHand(async () => {
      for (const file of files) await add(file)
    })
    busy.value = false
  }

  async function add(file: File): Promise<void> {
    const kind = await kindOf(file)
    if (kind === "pictures") {
      try {
        for (const one of await picturesIn(file)) push(one, "picture")
      } catch (error) {
        push(file, "picture", (error as Error).message)
      }
      return
    }
    push(file, kind)
    if (kind === "pack") await look(coming.value.length - 1)
  }

  function push(file: File, kind: Coming["kind"], refused = ""): void {
    coming.value = [
      ...coming.value,
      { file, kind, state: refused ? "refused" : "waits", message: refused, share: 0 },
    ]
  }

  async function look(at: number): Promise<void> {
    const { file } = coming.value[at]!
    put(at, { state: "looking" })
    try {
      await lendPictures(store, file)
      put(at, {
        state: "looked",
        report: await readPack(file, { look: true }, ending.signal, (share) => put(at, { share })),
      })
    } catch (error) {
      put(at, { state: "refused", message: (error as Error).message })
    }
  }

  const read = () => inHand(readAll)

  /** Bring all of it in, one file after the other, until it is stopped. */
  async function readAll(): Promise<void> {
    busy.value = true
    let roll: Promise<string> | undefined
    for (const [at, one] of coming.value.entries()) {
      if (ending.signal.aborted) break
      if (one.state !== "looked" && one.state !== "waits") continue
      put(at, { state: "reading", share: 0 })
      try {
        if (one.kind === "pack") await readOne(at, one)
        else if (one.kind === "waiting") {
          put(at, { state: "done", message: takenUp(await takeUpWaiting(store, one.file)) })
        } else {
          const source = await takePicture(
            store,
            one.file,
            brushes.value && (() => (roll ??= newRoll(store))),
          )
          const message = source ? t("packs.it-is-a-source-now") : t("packs.it-waits-for-the-server")
          put(at, { state: "done", message })
        }
      } catch (error) {
        put(at, { state: "refused", message: (error as Error).message })
      }
    }
    // What the server took in comes to this device as any other change.
    openCarrier()?.wake()
    busy.value = false
  }

  async function readOne(at: number, { file, report }: Coming): Promise<void> {
    const all = report!.lines.filter(({ what }) => what === "brush").map(({ id }) => id)
    const wanted = all.filter((id) => !unwanted.value.has(id))
    const how = { copies: copies.value, ...(wanted.length < all.length && { brush: wanted }) }
    const tell = (share: number) => put(at, { share })
    put(at, { state: "done", report: await readPack(file, how, ending.signal, tell) })
  }

  function stop(): void {
    ending.abort()
    busy.value = false
  }

  const ready = computed(() => coming.value.some(({ state }) => state === "looked" || state === "waits"))
  const changed = computed(() =>
    coming.value.some(({ report }) => report?.lines.some(({ outcome }) => outcome === "changed")),
  )
  onScopeDispose(stop)
  return { coming, busy, unwanted, copies, brushes, ready, changed, open, read, stop }
}
