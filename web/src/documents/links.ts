// What a response is called.
import { language } from "@/words"
import { INPUTS, OUTPUTS } from "@/generated/layout"
import type { Input, Output } from "./brush"

/** "Pressure → size"; German writes what it names with a capital. */
export function linkName(input: Input, output: Output): string {
  const begin = INPUTS.find(({ name }) => name === input)!.label
  const end = OUTPUTS.find(({ name }) => name === output)!.label
  return `${begin} → ${language === "de" ? end : end.toLowerCase()}`
}
