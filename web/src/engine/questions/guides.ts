// The guides of a sheet, as lines.
import type { RuleKind, SheetDocument } from "@/documents/sheet"
import { GUIDES, MOST_RULES, RULES } from "@/generated/layout"
import type { Vector } from "../memory/memory"
import type { Module } from "../memory/module"
import { bytesOf, readField, writeField } from "../memory/records"

export interface Ruled {
  kind: RuleKind
  x0: number
  y0: number
  x1: number
  y1: number
}

/** What guides come to: their lines, sheet px, and how high an x is on those for letters. */
export interface Guided {
  rules: Ruled[]
  xHeight: number
}

/** All lines of a sheet's guides. Throws a sentence where there are more than can be ruled. */
export function ruleGuides({ memory, call }: Module, document: SheetDocument): Guided {
  const room = memory.lend(bytesOf("guide"))
  const guide = { at: room.at, length: 1 }
  for (const setting of GUIDES) {
    const value = document.guides[setting.name]
    const numbered = (setting.choices as readonly string[]).indexOf(String(value))
    writeField(memory, "guide", guide.at, setting.name, numbered < 0 ? Number(value) : numbered)
  }
  const rule = (rules: Vector) =>
    call("rule_guides", guide, document.width, document.height, document.dpi, rules)
  const count = rule({ at: room.at, length: 0 })
  const xHeight = call("ruled_x_height", guide, document.dpi)
  if (count > MOST_RULES) {
    memory.giveBack(room)
    throw new Error(
      `These guides have ${count} lines; up to ${MOST_RULES} can be ruled. Set them farther apart.`,
    )
  }
  const block = memory.lend(Math.max(1, count) * bytesOf("rule"))
  rule({ at: block.at, length: count })
  const rules = Array.from({ length: count }, (_, i): Ruled => {
    const read = (name: "kind" | "x0" | "y0" | "x1" | "y1") =>
      readField(memory, "rule", block.at + i * bytesOf("rule"), name)
    return { kind: RULES[read("kind")]!, x0: read("x0"), y0: read("y0"), x1: read("x1"), y1: read("y1") }
  })
  memory.giveBack(block)
  memory.giveBack(room)
  return { rules, xHeight }
}
