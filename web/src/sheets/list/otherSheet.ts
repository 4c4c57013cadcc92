// Sheets that do not lie open, as pictures.
import type { StoredSheet } from "@/device/tables/sheets"
import type { Engine } from "@/engine/page/useEngine"
import type { Writing } from "@/engine/pictures/sheetWriter"
import type { Store } from "@/device/store"
import { keepPicture } from "@/device/pictures"

/** Longer side of the picture of a sheet that lies under another, px, and of one in the list. */
const SIDE = 2048
const LISTED = 640

interface Inked {
  sheet: StoredSheet
  png: Blob
  width: number
  height: number
}

/** Ink a sheet of this device, so many px at its longer side. Nothing where it was stopped, or is not here. */
async function inkedSheet(
  store: Store,
  engine: Engine,
  id: string,
  side: number,
  how: Pick<Writing, "paper" | "underlay">,
): Promise<Inked | undefined> {
  const sheet = await store.sheets.get(id)
  if (!sheet) return undefined
  const strokes = await store.sheetStrokes.where("sheet").equals(id).toArray()
  strokes.sort((a, b) => a.drawnAt - b.drawnAt || (a.id < b.id ? -1 : 1))
  const found = await store.looks.bulkGet([...new Set(strokes.map((one) => one.look))])
  const looks = Object.fromEntries(found.flatMap((one) => (one ? [[one.id, one.document] as const] : [])))
  const { document } = sheet
  const fit = side / Math.max(document.width, document.height)
  await engine.ready
  const writing = { dpi: document.dpi * fit, guides: false, ...how }
  const png = (await engine.api.writeSheet({ document, strokes, looks }, writing))?.file
  return (
    png && { sheet, png, width: Math.round(document.width * fit), height: Math.round(document.height * fit) }
  )
}

/** A sheet's ink on clear ground, kept as a picture. */
export async function pictureOfSheet(
  store: Store,
  engine: Engine,
  id: string,
): Promise<{ picture: string; name: string; width: number; height: number } | undefined> {
  const inked = await inkedSheet(store, engine, id, SIDE, { paper: false, underlay: false })
  if (!inked) return undefined
  const { sheet, png, width, height } = inked
  const picture = await keepPicture(store, new Uint8Array(await png.arrayBuffer()))
  return { picture, name: sheet.name, width, height }
}

/** Have a picture for the list of a sheet that has changed since it was seen on this device, or never was. */
export async function seeSheet(store: Store, engine: Engine, id: string): Promise<void> {
  const strokes = await store.sheetStrokes.where("sheet").equals(id).count()
  if ((await store.views.get(id))?.strokes === strokes) return
  const inked = await inkedSheet(store, engine, id, LISTED, { paper: true, underlay: true })
  if (inked && store.isOpen()) await store.views.put({ id, picture: inked.png, strokes })
}
