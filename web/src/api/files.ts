// Files that the server writes, handed over to be kept outside.
import { sentence } from "./client"

/** Hand a file over, under a name. */
export function handOver(file: Blob, name: string): void {
  const address = URL.createObjectURL(file)
  const link = document.createElement("a")
  link.href = address
  link.download = name
  link.click()
  window.setTimeout(() => URL.revokeObjectURL(address), 60_000)
}

/**
 * Fetch a file, and hand it over under the name that the server gives it; returns what was left out of it, empty if
 * nothing. Throws a sentence where it cannot be had.
 */
export async function saveFile(address: string, signal?: AbortSignal): Promise<string> {
  const answer = await fetch(address, { signal }).catch(() => undefined)
  if (signal?.aborted) return ""
  if (!answer)
    throw new Error("Hollowmist cannot be reached just now, and it is the server that writes files.")
  if (!answer.ok) throw new Error(sentence(await answer.json().catch(() => undefined)))
  const [, name] = /filename="([^"]+)"/.exec(answer.headers.get("Content-Disposition") ?? "") ?? []
  handOver(await answer.blob(), name ?? "hollowmist")
  return decodeURIComponent(answer.headers.get("X-Left-Out") ?? "")
}
