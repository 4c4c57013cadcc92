// Long work of the server: asked for, looked after until it is over, stopped where it is not wanted any more.
import { answered, t } from "@/words"
import type { components } from "@/generated/api"
import { api, reach } from "./client"
import { handOver } from "./files"

export type Task = components["schemas"]["Task"]

/** How often it is asked how far it is, ms: soon at first, as most of it is short. */
const ASKED = [100, 200, 400, 600]
/** So many times in a row the server may not answer. */
const MOST_SILENT = 20

const AWAY = t("api.hollowmist-cannot-be-reached-just-now-4")
const STOPPED = t("api.stopped-nothing-of-it-is-left")

const wait = (ms: number) => new Promise((go) => window.setTimeout(go, ms))

/** Stop a piece of work. */
const stop = (id: string) =>
  void reach(api.DELETE("/api/tasks/{task_id}", { params: { path: { task_id: id } } }))

/**
 * Ask for long work, and wait until it is done; `told` hears how much of it is, 0..1. Once `signal` is aborted it is
 * stopped. Throws a sentence where it is stopped, fails, or cannot be asked for.
 */
export async function workOff(
  ask: () => Promise<{ data?: Task; status: number; message: string }>,
  tell: (share: number) => void = () => {},
  signal?: AbortSignal,
): Promise<Task> {
  const { data: asked, message, status } = await ask()
  if (!asked) throw new Error(status === 0 ? AWAY : message)
  let task = asked
  const give = () => stop(task.id)
  signal?.addEventListener("abort", give, { once: true })
  if (signal?.aborted) give()
  try {
    for (let count = 0, silent = 0; task.state === "waiting" || task.state === "running"; count++) {
      if (signal?.aborted) throw new Error(STOPPED)
      await wait(ASKED[Math.min(count, ASKED.length - 1)]!)
      const path = { task_id: task.id }
      const { data } = await reach(api.GET("/api/tasks/{task_id}", { params: { path } }))
      silent = data ? 0 : silent + 1
      if (silent > MOST_SILENT) throw new Error(AWAY)
      if (data) task = data
      tell(task.share)
    }
  } finally {
    signal?.removeEventListener("abort", give)
  }
  if (task.state === "stopped") throw new Error(STOPPED)
  if (task.state === "failed") throw new Error(answered(task.detail))
  return task
}

const BROKEN = t("api.the-file-broke-off-on-its")

/** Hand over the file that a piece of work came to. Throws a sentence where it does not come whole. */
export async function saveMade({ id, name, media_type: type, size }: Task): Promise<void> {
  const answer = await fetch(`/api/tasks/${id}/file`).catch(() => undefined)
  const file = answer?.ok ? await answer.blob().catch(() => undefined) : undefined
  if (!file || file.size !== size) throw new Error(BROKEN)
  handOver(new Blob([file], { type }), name)
}
