// The colours of a roll's cloth, by what it is dyed with: quiet enough in every light of the room for ink to stand out.
import type { Tint } from "@/documents/tints"

const DYES: Record<Tint, string> = {
  "": "var(--ink)",
  kelp: "#5f7032",
  rust: "#a0512f",
  mussel: "#3d5c8c",
  lichen: "#a8912a",
  heather: "#83507f",
}

export function clothOf(tint: Tint): Record<string, string> {
  const dye = DYES[tint] ?? DYES[""]
  const share = tint ? 1 : 0
  return {
    "--cloth": `color-mix(in srgb, var(--room-deep) ${100 - 24 * share}%, ${dye})`,
    "--pocket": `color-mix(in srgb, var(--room-deep) ${88 - 30 * share}%, ${dye})`,
  }
}
