// A person's own picture of a brush: brought down to a square that a pocket can show at any screen's pixels.
import { keepPicture } from "@/device/pictures"
import type { Store } from "@/device/store"

const SIDE = 192

/** Keep a picture file for a cover; returns its digest. Throws where the browser cannot show it. */
export async function keepCover(store: Store, file: Blob): Promise<string> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" })
  const side = Math.min(picture.width, picture.height)
  const canvas = new OffscreenCanvas(SIDE, SIDE)
  const context = canvas.getContext("2d")!
  context.imageSmoothingQuality = "high"
  const [x, y] = [(picture.width - side) / 2, (picture.height - side) / 2]
  context.drawImage(picture, x, y, side, side, 0, 0, SIDE, SIDE)
  picture.close()
  const png = await canvas.convertToBlob({ type: "image/png" })
  return keepPicture(store, new Uint8Array(await png.arrayBuffer()))
}
