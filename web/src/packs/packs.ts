// Packs: written and read by the server, looked into here.
import { t } from "@/words"
import { unzip } from "fflate"
import { api, reach } from "@/api/client"
import { saveMade, workOff } from "@/api/tasks"
import { inHand } from "@/device/inHand"
import { lendPicture } from "@/device/pictures"
import { untilCarried } from "@/device/useDevice"
import type { Store } from "@/device/store"
import { WAITING } from "@/device/waitingFile"

/** What became of one thing of a pack, or would: as `packs.serializers.LineSerializer` tells it. */
export interface Line {
  what: "roll" | "brush" | "source" | "lane" | "checkpoint" | "recipe" | "look" | "sheet"
  id: string
  name: string
  outcome: "in" | "renamed" | "there" | "changed" | "left"
  /** Why it was left, or what it is called now. */
  detail: string
}

/** What packs came to, or would come to: what the task tells that read them (`ReportSerializer`). */
export interface Report {
  maker: Record<string, unknown>
  lines: Line[]
  /** Brush id -> its document, where they were only looked into: of the first. */
  documents: Record<string, Record<string, unknown>>
  /** Files that no pack names. */
  spare: number
}

export interface PackOf {
  roll?: string[]
  brush?: string[]
  sheet?: string[]
  everything?: boolean
  originals?: boolean
}

/** So large a picture is unpacked to be looked at, bytes. */
const MOST_PICTURE = 8_000_000
const MEDIA_TYPE = "application/vnd.hollowmist.pack+zip"

/** Have the server write a pack, and hand it over as a file. Throws a sentence where it cannot be had. */
export async function savePack(of: PackOf): Promise<void> {
  await untilCarried()
  const ask = () => reach(api.POST("/api/packs/written", { params: { query: of } }))
  await inHand(async () => saveMade(await workOff(ask)))
}

/** How a pack is read: only looked into; changed brushes as copies; some of its brushes. */
export interface How {
  look?: boolean
  copies?: boolean
  brush?: string[]
}

/**
 * Have the server read a pack, and tell how far it is, 0..1. Throws its sentence where that is refused, stopped, or
 * cannot be reached. Stopped, nothing of it comes in.
 */
export async function readPack(
  file: Blob,
  how: How,
  signal: AbortSignal,
  tell: (share: number) => void,
): Promise<Report> {
  const ask = () =>
    reach(
      api.POST("/api/packs", {
        params: { query: how },
        body: file as never,
        bodySerializer: (bytes) => bytes as never,
        headers: { "Content-Type": MEDIA_TYPE },
        signal,
      }),
    )
  const { about } = await workOff(ask, tell, signal)
  return about as unknown as Report
}

/** Have a pack's pictures on this device, so that its brushes can be inked before any of it comes in. */
export async function lendPictures(store: Store, file: Blob): Promise<void> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const found = await new Promise<Record<string, Uint8Array>>((tell) => {
    const wanted = ({ name, originalSize }: { name: string; originalSize: number }) =>
      name.startsWith("pictures/") && originalSize <= MOST_PICTURE
    // What cannot be unpacked here is inked without.
    unzip(bytes, { filter: wanted }, (_, data) => tell(data ?? {}))
  })
  for (const picture of Object.values(found)) await lendPicture(store, new Uint8Array(picture))
}

/** What a file is: a pack, what waited when somebody signed out, an archive of pictures, or one picture. */
export async function kindOf(file: File): Promise<"pack" | "waiting" | "pictures" | "picture"> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  if (head[0] !== 0x50 || head[1] !== 0x4b) return file.name.endsWith(".hollowmist") ? "pack" : "picture"
  const names = await namesIn(file)
  if (names.includes(WAITING)) return "waiting"
  return names.includes("manifest.json") || file.name.endsWith(".hollowmist") ? "pack" : "pictures"
}

async function namesIn(file: Blob): Promise<string[]> {
  const names: string[] = []
  const bytes = new Uint8Array(await file.arrayBuffer())
  await new Promise<void>((done) =>
    unzip(bytes, { filter: ({ name }) => (names.push(name), false) }, () => done()),
  )
  return names
}

const PICTURE = /\.(png|jpe?g|webp|gif|bmp|svg|tiff?)$/i
/** Of an archive of pictures so many are taken, and each of at most so many bytes. */
const MOST_PICTURES = 500
const MOST_EACH = 64 * 2 ** 20

/** The pictures in an archive, each as a file. Throws a sentence where there are none. */
export async function picturesIn(file: File): Promise<File[]> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  let count = 0
  const wanted = ({ name, originalSize }: { name: string; originalSize: number }) =>
    PICTURE.test(name) && !name.includes("__MACOSX") && originalSize <= MOST_EACH && ++count <= MOST_PICTURES
  const found = await new Promise<Record<string, Uint8Array>>((tell) =>
    unzip(bytes, { filter: wanted }, (_, data) => tell(data ?? {})),
  )
  const files = Object.entries(found).map(
    ([name, data]) => new File([new Uint8Array(data)], name.split("/").at(-1)!),
  )
  if (files.length === 0) {
    throw new Error(t("packs.holds-no-pack-and-no-pictures", { name: file.name }))
  }
  return files
}
