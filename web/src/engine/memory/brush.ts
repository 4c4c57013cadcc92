// Moving the brush document into the record that the kernels read.
import { responsesOf, type BrushDocument, type Link } from "@/documents/brush"
import { INPUTS, KIND, OUTPUTS, PAPER, SETTINGS } from "@/generated/layout"
import { numberOf } from "@/documents/colours"
import type { Images } from "./images"
import type { Memory } from "./memory"
import { bytesOf, fieldOf, writeField } from "./records"

export function writeLink(memory: Memory, at: number, link: Link): void {
  writeField(memory, "link", at, "on", link.on ? 1 : 0)
  writeField(memory, "link", at, "low", link.range[0])
  writeField(memory, "link", at, "high", link.range[1])
  writeField(memory, "link", at, "dead_low", link.dead?.[0] ?? 0)
  writeField(memory, "link", at, "dead_high", link.dead?.[1] ?? 0)
  const pointers = link.pointers.reduce((bits, kind) => bits | (1 << KIND[kind]), 0)
  writeField(memory, "link", at, "pointers", pointers)
  writeField(memory, "link", at, "count", link.nodes.length)
  link.nodes.forEach(([x, y], i) => {
    writeField(memory, "link", at, "x", x, i)
    writeField(memory, "link", at, "y", y, i)
  })
}

/** Where response number `index` lies in a brush record. */
export const linkAt = (brush: number, index: number): number =>
  brush + fieldOf("brush", "responses").offset + index * bytesOf("link")

/** Write a document into the brush record at `at`; the derived fields are the kernel `prepare`'s. */
export function writeBrush(memory: Memory, at: number, brush: BrushDocument, images: Images): void {
  for (const setting of SETTINGS) {
    // What waits on this device, or was drawn into a source, may be older than the setting.
    const value = brush[setting.name] ?? setting.default
    let number: number
    if (setting.kind === "choice") number = (setting.choices as readonly string[]).indexOf(value as string)
    else if (setting.kind === "colour") number = numberOf(value as string)
    else number = Number(value)
    writeField(memory, "brush", at, setting.name, number)
  }
  writeField(memory, "brush", at, "paper", brush.ground ? numberOf(brush.ground) : PAPER)
  writeField(memory, "brush", at, "shape_count", brush.shapes.length)
  brush.shapes.forEach((use, i) => {
    const shape = at + fieldOf("brush", "shapes").offset + i * bytesOf("use")
    writeField(memory, "use", shape, "image", images.indexOf(use.invert ? "inverted" : "shape", use.picture))
    writeField(memory, "use", shape, "turn", use.turn)
    writeField(memory, "use", shape, "scale", use.scale)
    writeField(memory, "use", shape, "flip_across", use.flip_across ? 1 : 0)
    writeField(memory, "use", shape, "flip_along", use.flip_along ? 1 : 0)
  })
  const grain = brush.grain ? images.indexOf("grain", brush.grain.picture) : -1
  writeField(memory, "brush", at, "grain_image", grain)
  const responses = responsesOf(brush)
  writeField(memory, "brush", at, "link_count", responses.length)
  responses.forEach(({ output, input, link }, i) => {
    const place = linkAt(at, i)
    const numbered = (all: readonly { name: string }[], name: string) =>
      all.findIndex((one) => one.name === name)
    writeField(memory, "link", place, "input", numbered(INPUTS, input))
    writeField(memory, "link", place, "output", numbered(OUTPUTS, output))
    writeLink(memory, place, link)
  })
}
