// Take a picture file in as a source: all of it on this device, so that it needs no network.
import { t } from "@/words"
import type { StoredSource } from "@/device/tables/sources"
import { imageSize } from "image-size"
import { makeSource, takeInFile } from "@/acts/keepSource"
import { inHand } from "@/device/inHand"
import { keepPicture } from "@/device/pictures"
import type { Store } from "@/device/store"
import { keepingTrouble } from "@/device/useDevice"
import type { Makes } from "@/documents/recipe"
import type { Begun } from "@/engine/prep/prep"
import { useEngine } from "@/engine/page/useEngine"
import { DRAWN_SIDE, LEAST_SIDE, MOST_FILE, MOST_PIXELS, MOST_RATIO } from "@/generated/layout"

export interface Taken {
  /** The new source; none where only the server can open the file, and makes it once it is there. */
  source?: StoredSource
  /** What was assumed, in sentences. */
  notes: string[]
}

const mega = (value: number) => Math.round(value / 1e6)

/** What a file is by its content; throws a sentence where it cannot be taken. */
function kindOf(bytes: Uint8Array): string {
  if (bytes.length === 0) throw new Error(t("pictures.the-file-is-empty-save-the"))
  if (bytes.length > MOST_FILE) {
    const [has, most] = [bytes.length, MOST_FILE].map((one) => Math.round(one / 1024 ** 2))
    throw new Error(t("pictures.file-too-large", { has, most }))
  }
  let size
  try {
    size = imageSize(bytes)
  } catch {
    throw new Error(t("pictures.this-is-no-picture-or-it"))
  }
  const { width, height, type = "" } = size
  if (type === "svg") return type
  if (width * height > MOST_PIXELS) {
    const [has, most] = [mega(width * height), mega(MOST_PIXELS)]
    throw new Error(t("pictures.picture-too-large", { has, most }))
  }
  if (Math.min(width, height) < LEAST_SIDE) {
    throw new Error(t("pictures.picture-too-small", { width, height, least: LEAST_SIDE }))
  }
  if (Math.max(width, height) > MOST_RATIO * Math.min(width, height)) {
    throw new Error(t("pictures.picture-too-narrow", { width, height }))
  }
  return type
}

/** A picture of lines, drawn as an image: as one it can neither act nor fetch anything. */
async function drawn(svg: Uint8Array<ArrayBuffer>): Promise<Blob> {
  const address = URL.createObjectURL(new Blob([svg], { type: "image/svg+xml" }))
  try {
    const image = new Image()
    image.src = address
    await image.decode()
    const [wide, high] = [image.naturalWidth || 1, image.naturalHeight || 1]
    const fit = DRAWN_SIDE / Math.max(wide, high)
    const canvas = new OffscreenCanvas(
      Math.max(1, Math.round(wide * fit)),
      Math.max(1, Math.round(high * fit)),
    )
    canvas.getContext("2d")!.drawImage(image, 0, 0, canvas.width, canvas.height)
    return await canvas.convertToBlob()
  } finally {
    URL.revokeObjectURL(address)
  }
}

/** A file's name without its ending, as words. */
const called = (name: string) => name.replace(/\.[a-z0-9]{2,5}$/i, "").replaceAll("_", " ")

/** What was to be kept on this device; throws a sentence where it could not be. What of it lies there goes by itself. */
async function kept<T>(keeping: Promise<T>): Promise<T> {
  return keeping.catch((error: unknown) => {
    throw new Error(keepingTrouble(error))
  })
}

async function keepBegun(
  store: Store,
  file: Uint8Array<ArrayBuffer>,
  { makes, recipe, working, picture }: Begun,
  name: string,
): Promise<StoredSource> {
  const pictures = {
    original: await keepPicture(store, file),
    working: await keepPicture(store, working),
    picture: await keepPicture(store, picture),
  }
  return makeSource(store, { name, note: "", makes, recipe, ...pictures })
}

/** Make a source of a picture file. Throws a sentence where it cannot be taken; nothing is kept then. */
export async function takeIn(store: Store, file: Blob, name: string, makes?: Makes): Promise<Taken> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const kind = kindOf(bytes)
  if (kind === "tiff") {
    await kept(keepPicture(store, bytes).then((original) => takeInFile(store, name, original, makes)))
    return { notes: [t("pictures.is-opened-by-the-server-and", { name })] }
  }
  const { api, ready } = useEngine()
  await ready
  let begun
  try {
    const opened = kind === "svg" ? await drawn(bytes) : new Blob([bytes])
    begun = await inHand(() => api.beginSource(opened, makes))
  } catch {
    throw new Error(t("pictures.cannot-be-opened-here-it-is", { name }))
  }
  return { source: await kept(keepBegun(store, bytes, begun, called(name))), notes: begun.notes }
}
