// Files that the server tells of while it writes them.
import { expect, it } from "vitest"
import { readTold } from "@/api/files"

const line = (told: object) => `${JSON.stringify(told)}\n`
const about = { name: "label.svg", type: "image/svg+xml", left_out: "a stroke was left out", size: 300 }
const bytes = Uint8Array.from({ length: 300 }, (_, i) => i % 256)

/** An answer that comes in pieces of a length. */
function answer(text: string, file: Uint8Array, piece: number): Response {
  const whole = new Uint8Array([...new TextEncoder().encode(text), ...file])
  let at = 0
  const body = new ReadableStream<Uint8Array>({
    pull(to) {
      if (at >= whole.length) return to.close()
      to.enqueue(whole.slice(at, (at += piece)))
    },
  })
  return new Response(body)
}

it.each([1, 7, 64, 10_000])("hears how far a file is, and has it whole, in pieces of %i", async (piece) => {
  const heard: number[] = []
  const text = line({ share: 0.1 }) + line({ share: 0.75 }) + line(about)
  const found = await readTold(answer(text, bytes, piece), (share) => heard.push(share))
  expect(heard).toEqual([0.1, 0.75])
  expect([found.name, found.leftOut, found.file.type]).toEqual([about.name, about.left_out, about.type])
  // Bytes that look like the end of a line are the file's.
  expect(new Uint8Array(await found.file.arrayBuffer())).toEqual(bytes)
})

it("says why a file was not written", async () => {
  const text = line({ share: 0.1 }) + line({ detail: "The file was not written: write it as PNG." })
  await expect(readTold(answer(text, new Uint8Array(0), 5), () => undefined)).rejects.toThrow(
    "write it as PNG",
  )
})

it.each([
  [line({ share: 0.1 }), 0],
  [line({ share: 0.1 }) + line(about), 200],
])("takes no part of a file for the whole", async (text, count) => {
  await expect(readTold(answer(text, bytes.slice(0, count), 50), () => undefined)).rejects.toThrow(
    "broke off",
  )
})

it("says so where the network is lost on the way", async () => {
  const lost = new ReadableStream<Uint8Array>({
    start(to) {
      to.enqueue(new TextEncoder().encode(line({ share: 0.5 })))
    },
    pull: () => Promise.reject(new TypeError("network error")),
  })
  await expect(readTold(new Response(lost), () => undefined)).rejects.toThrow("Ask for it again")
})
