// A picture that comes below the ink: decoded here where the browser can, and no larger than it is worked with.
import { t } from "@/words"
import { sendForm } from "@/api/client"
import { keepPicture } from "@/device/pictures"
import type { Store } from "@/device/store"
import type { components } from "@/generated/api"
import type { SheetDocument, Underlay } from "@/documents/sheet"

/** Most bytes of a file, and most px of its longer side as it is kept. */
const MOST_BYTES = 50_000_000
const MOST_SIDE = 4096

/** How it lies at first: whole, in the middle, a little faint. */
export function placedOn(
  sheet: Pick<SheetDocument, "width" | "height">,
  picture: string,
  name: string,
  width: number,
  height: number,
): Underlay {
  return {
    ...{ picture, name: name.slice(0, 80), width, height },
    ...{ x: sheet.width / 2, y: sheet.height / 2, turn: 0, mirrored: false },
    ...{ scale: Math.min(sheet.width / width, sheet.height / height), opacity: 0.5, shown: true, tint: null },
  }
}

function tooLarge({ size }: Blob): string {
  return t("sheets.underlay-too-large", { has: Math.round(size / 1e6), most: MOST_BYTES / 1e6 })
}

/** An SVG is drawn as a picture: nothing in it is loaded or run. */
async function drawnSvg(file: Blob): Promise<ImageBitmap> {
  const address = URL.createObjectURL(new Blob([file], { type: "image/svg+xml" }))
  try {
    const image = new Image()
    image.src = address
    await image.decode()
    const fit = 2048 / Math.max(image.naturalWidth || 1, image.naturalHeight || 1)
    const size = {
      resizeWidth: Math.round(image.naturalWidth * fit),
      resizeHeight: Math.round(image.naturalHeight * fit),
    }
    return await createImageBitmap(image, size)
  } finally {
    URL.revokeObjectURL(address)
  }
}

type Come = components["schemas"]["UnderlayFile"]

/** Have the server read what a browser cannot: a TIFF, or the layers of an OpenRaster file. */
async function readThere(file: Blob, name: string): Promise<Come[]> {
  const form = new FormData()
  form.set("file", file, name)
  return (await sendForm("/api/underlays", form)) as Come[]
}

/** The underlays of a file, lying as they do in it, at the middle of the sheet. Throws a sentence where it is none. */
export async function underlaysOf(
  store: Store,
  sheet: Pick<SheetDocument, "width" | "height">,
  file: Blob,
  name: string,
): Promise<Underlay[]> {
  if (file.size > MOST_BYTES) throw new Error(tooLarge(file))
  const stem = name.replace(/\.\w+$/, "")
  if (!/\.(tiff?|ora)$/i.test(name)) {
    const { picture, width, height } = await takeUnderlay(store, file, name)
    return [placedOn(sheet, picture, stem, width, height)]
  }
  const come = await readThere(file, name)
  const reach = (one: Come) => ({
    right: one.x + one.wide,
    bottom: one.y + (one.wide * one.height) / one.width,
  })
  const [across, down] = [
    Math.max(...come.map((one) => reach(one).right)),
    Math.max(...come.map((one) => reach(one).bottom)),
  ]
  const fit = Math.min(sheet.width / across, sheet.height / down)
  const [left, top] = [(sheet.width - across * fit) / 2, (sheet.height - down * fit) / 2]
  return come.map((one) => {
    const { right, bottom } = reach(one)
    return {
      ...placedOn(sheet, one.picture, one.name || stem, one.width, one.height),
      ...{ x: left + ((one.x + right) / 2) * fit, y: top + ((one.y + bottom) / 2) * fit },
      ...{ scale: (fit * one.wide) / one.width, shown: one.shown, opacity: one.opacity },
    }
  })
}

/** Keep a picture file that a browser can read. Throws a sentence where it is none. */
async function takeUnderlay(
  store: Store,
  file: Blob,
  name: string,
): Promise<{ picture: string; width: number; height: number }> {
  const svg = /\.svg$/i.test(name) || file.type === "image/svg+xml"
  const decoded = await (svg ? drawnSvg(file) : createImageBitmap(file)).catch(() => undefined)
  if (!decoded) throw new Error(t("sheets.is-no-picture-that-can-be", { name }))
  const fit = Math.min(1, MOST_SIDE / Math.max(decoded.width, decoded.height))
  const [width, height] = [
    Math.max(1, Math.round(decoded.width * fit)),
    Math.max(1, Math.round(decoded.height * fit)),
  ]
  const canvas = new OffscreenCanvas(width, height)
  const context = canvas.getContext("2d")!
  context.imageSmoothingQuality = "high"
  context.drawImage(decoded, 0, 0, width, height)
  decoded.close()
  const png = await canvas.convertToBlob({ type: "image/png" })
  const picture = await keepPicture(store, new Uint8Array(await png.arrayBuffer()))
  return { picture, width, height }
}
