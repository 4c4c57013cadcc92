// The guides of a sheet, as lines.
import type { RuleKind, SheetDocument } from "@/documents/sheet"
import { GUIDES, MOST_RULES, RULES } from "@/generated/layout"
import type { Module } from "./module"
import { bytesOf, readField, writeField } from "./records"

export interface Ruled {
  kind: RuleKind
  x0: number
  y0: number
  x1: number
  y1: number
}

/** All lines of a sheet's guides, sheet px. */
export function ruleGuides({ memory, call }: Module, document: SheetDocument): Ruled[] {
  const block = memory.lend(bytesOf("guide") + 64 + MOST_RULES * bytesOf("rule"))
  const guide = { at: block.at, length: 1 }
  const rules = { at: block.at + ((bytesOf("guide") + 63) & ~63), length: MOST_RULES }
  for (const setting of GUIDES) {
    const value = document.guides[setting.name]
    const numbered = (setting.choices as readonly string[]).indexOf(String(value))
    writeField(memory, "guide", guide.at, setting.name, numbered < 0 ? Number(value) : numbered)
  }
  const count = call("rule_guides", guide, document.width, document.height, document.dpi, rules)
  const found = Array.from({ length: count }, (_, i): Ruled => {
    const read = (name: "kind" | "x0" | "y0" | "x1" | "y1") =>
      readField(memory, "rule", rules.at + i * bytesOf("rule"), name)
    return { kind: RULES[read("kind")]!, x0: read("x0"), y0: read("y0"), x1: read("x1"), y1: read("y1") }
  })
  memory.giveBack(block)
  return found
}
