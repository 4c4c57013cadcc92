// Files that the server writes, handed over to be kept outside.
import { t } from "@/words"
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

const AWAY = t("api.hollowmist-cannot-be-reached-just-now-3")

/** Fetch a file, and hand it over under the name that the server gives it. Throws a sentence where it cannot be had. */
export async function saveFile(address: string): Promise<void> {
  const answer = await fetch(address).catch(() => {
    throw new Error(AWAY)
  })
  if (!answer.ok) throw new Error(sentence(await answer.json().catch(() => undefined)))
  const [, name] = /filename="([^"]+)"/.exec(answer.headers.get("Content-Disposition") ?? "") ?? []
  handOver(await answer.blob(), name ?? "hollowmist")
}
