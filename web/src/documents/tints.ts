// What the cloth of a roll is dyed with.

export const TINTS = ["", "kelp", "rust", "mussel", "lichen", "heather"] as const
export type Tint = (typeof TINTS)[number]

/** What a person calls it. */
export const tintName = (tint: Tint): string => tint || "undyed"
