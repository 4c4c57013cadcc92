import { encode } from "fast-png"
import { afterEach, describe, expect, it, onTestFinished, vi } from "vitest"
import { Store } from "@/device/store"

const begun = {
  makes: "grain",
  recipe: { start: { kind: "picture" }, steps: [] },
  notes: ["It was light on dark, and was inverted."],
  working: new Uint8Array([1]),
  picture: new Uint8Array([2]),
}
const beginSource = vi.fn(async () => begun)
vi.mock("@/engine/page/useEngine", () => ({
  useEngine: () => ({ ready: Promise.resolve(), api: { beginSource } }),
}))
afterEach(() => void beginSource.mockReset().mockResolvedValue(begun))

const png = (width: number, height: number) =>
  new Blob([encode({ width, height, data: new Uint8Array(width * height), channels: 1 }) as BlobPart])

async function taking() {
  const { takeIn } = await import("@/pictures/takeIn")
  const store = new Store(7)
  onTestFinished(() => store.close())
  const held = async () => [await store.sources.count(), await store.acts.count()]
  return { store, takeIn: (file: Blob, name = "shore_gravel.png") => takeIn(store, file, name), held }
}

/** A file that says of itself how large its picture is, and holds nothing more. */
function claiming(width: number, height: number): Blob {
  const bytes = new Uint8Array(64)
  bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
  new DataView(bytes.buffer).setUint32(16, width)
  new DataView(bytes.buffer).setUint32(20, height)
  return new Blob([bytes])
}

describe("taking a picture in", () => {
  it("makes a source of it on this device, with all its pictures", async () => {
    const { store, takeIn, held } = await taking()
    const { source, notes } = await takeIn(png(40, 30))
    expect(source).toMatchObject({ name: "shore gravel", makes: "grain", revision: 0 })
    expect(notes).toEqual(begun.notes)
    expect(await held()).toEqual([1, 1])
    const digests = [source!.original, source!.working, source!.picture]
    expect((await store.pictures.bulkGet(digests as string[])).map((one) => one?.waits)).toEqual([1, 1, 1])
  })

  it.each([
    [new Blob([]), "The file is empty"],
    [new Blob([new Uint8Array(21 * 1024 * 1024)]), "21 MB; up to 20 MB"],
    [new Blob(["dear keeper"]), "This is no picture"],
    [claiming(20_000, 10_000), "200 megapixels; up to 40"],
    [png(4, 30), "at least 8 px"],
    [png(8, 400), "too long and narrow"],
  ])("refuses what cannot be one, says why, and keeps nothing", async (file, words) => {
    const { store, takeIn, held } = await taking()
    await expect(takeIn(file)).rejects.toThrow(words)
    expect(beginSource).not.toHaveBeenCalled()
    expect([...(await held()), await store.pictures.count()]).toEqual([0, 0, 0])
  })

  it("says what to do where the browser cannot open it", async () => {
    const { takeIn, held } = await taking()
    beginSource.mockRejectedValue(new DOMException("The source image could not be decoded."))
    await expect(takeIn(png(40, 30), "torn.png")).rejects.toThrow("torn.png cannot be opened here")
    expect(await held()).toEqual([0, 0])
  })

  it("has the server open what only that can", async () => {
    const { store, takeIn, held } = await taking()
    const tiff = new Uint8Array(64)
    tiff.set([0x49, 0x49, 0x2a, 0, 8, 0, 0, 0, 2, 0, 0, 1, 3, 0, 1, 0, 0, 0, 40, 0, 0, 0])
    tiff.set([1, 1, 3, 0, 1, 0, 0, 0, 30, 0, 0, 0], 22)
    const { source, notes } = await takeIn(new Blob([tiff]), "shell.tif")
    expect(source).toBeUndefined()
    expect(notes[0]).toContain("opened by the server")
    expect(await held()).toEqual([0, 1])
    const [act] = await store.whole(await store.acts.toArray())
    expect(act).toMatchObject({ kind: "takeIn", body: { name: "shell.tif" } })
    expect(await store.pictures.get(String(act!.body.original))).toBeDefined()
  })

  it("says that the device is full in the middle of it, and leaves no half of a source", async () => {
    const { store, takeIn, held } = await taking()
    let puts = 0
    const put = store.pictures.put.bind(store.pictures)
    store.pictures.put = ((...given: Parameters<typeof put>) =>
      ++puts < 3
        ? put(...given)
        : Promise.reject(new DOMException("full", "QuotaExceededError"))) as unknown as typeof put
    await expect(takeIn(png(40, 30))).rejects.toThrow("This device is full")
    expect(await held()).toEqual([0, 0])
  })
})
