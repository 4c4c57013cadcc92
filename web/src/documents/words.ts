// How a word is set.
import { HANDS, WORDS } from "@/generated/layout"

export type Hand = (typeof HANDS)[number][0]

/** What a person sets of a word, beside the text; the x-height in mm. */
export interface WordWish {
  text: string
  hand: Hand
  x_height: number
  spacing: number
  slant: number
  alive: number
  light: number
  heavy: number
  seed: number
}

/** The same as the core reads it: the hand by its number, lengths in sheet px. */
export interface WordSetting {
  hand: number
  x: number
  baseline: number
  x_height: number
  spacing: number
  slant: number
  alive: number
  light: number
  heavy: number
  seed: number
}

export const slantOf = (hand: Hand): number => HANDS.find(([key]) => key === hand)![2]

/** A word as it is set at first. */
export function firstWord(text: string, hand: Hand = "running"): WordWish {
  const own = Object.fromEntries(WORDS.map((one) => [one.name, Number(one.default)]))
  return { ...(own as Omit<WordWish, "text" | "hand" | "seed">), text, hand, slant: slantOf(hand), seed: 1 }
}

/** A wish as a setting: its first letter at (x, baseline), px, an x so many px high. */
export function settingOf(wish: WordWish, x: number, baseline: number, xHeight: number): WordSetting {
  const { spacing, slant, alive, light, heavy, seed } = wish
  const hand = HANDS.findIndex(([key]) => key === wish.hand)
  return { hand, x, baseline, x_height: xHeight, spacing, slant, alive, light, heavy, seed }
}
