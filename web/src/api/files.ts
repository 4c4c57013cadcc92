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

const AWAY = "Hollowmist cannot be reached just now, and it is the server that writes files."
const BROKEN = "The file broke off on its way. Ask for it again."

async function asked(address: string, signal?: AbortSignal): Promise<Response> {
  const answer = await fetch(address, { signal }).catch((error: unknown) => {
    throw signal?.aborted ? error : new Error(AWAY)
  })
  if (!answer.ok) throw new Error(sentence(await answer.json().catch(() => undefined)))
  return answer
}

/** Fetch a file, and hand it over under the name that the server gives it. Throws a sentence where it cannot be had. */
export async function saveFile(address: string): Promise<void> {
  const answer = await asked(address)
  const [, name] = /filename="([^"]+)"/.exec(answer.headers.get("Content-Disposition") ?? "") ?? []
  handOver(await answer.blob(), name ?? "hollowmist")
}

/** What a file is that is told of while it is written. */
export interface ToldFile {
  name: string
  /** What was left out of it, empty if nothing. */
  leftOut: string
  file: Blob
}

/**
 * Read an answer that tells line by line how far a file is, 0..1, and ends with the file. Throws a sentence where it was
 * not written, or the way broke off.
 */
export async function readTold(answer: Response, told: (share: number) => void): Promise<ToldFile> {
  const reader = answer.body!.getReader()
  const next = () =>
    reader.read().catch(() => {
      throw new Error(BROKEN)
    })
  let rest = new Uint8Array(0)
  for (;;) {
    const end = rest.indexOf(10)
    if (end < 0) {
      const { value, done } = await next()
      if (done) throw new Error(BROKEN)
      const more = new Uint8Array(rest.length + value.length)
      more.set(rest)
      more.set(value, rest.length)
      rest = more
      continue
    }
    const line = JSON.parse(new TextDecoder().decode(rest.subarray(0, end)))
    rest = rest.subarray(end + 1)
    if ("detail" in line) throw new Error(sentence(line))
    if ("share" in line) {
      told(line.share)
      continue
    }
    const parts: BlobPart[] = [rest]
    let size = rest.length
    for (let one = await next(); !one.done; one = await next()) {
      parts.push(one.value)
      size += one.value.length
    }
    if (size < line.size) throw new Error(BROKEN)
    return { name: line.name, leftOut: line.left_out, file: new Blob(parts, { type: line.type }) }
  }
}

/**
 * `saveFile` of one that takes long: `told` hears how far it is, and once `signal` is aborted the server gives it up.
 * Returns what was left out of it, empty if nothing.
 */
export async function saveToldFile(
  address: string,
  told: (share: number) => void,
  signal: AbortSignal,
): Promise<string> {
  try {
    const { name, leftOut, file } = await readTold(await asked(address, signal), told)
    handOver(file, name)
    return leftOut
  } catch (error) {
    if (signal.aborted) return ""
    throw error
  }
}
