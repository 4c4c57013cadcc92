// Colours as documents and styles have them, #rrggbb, and as the engine does, 0xRRGGBB.

export const hexOf = (colour: number): string => `#${colour.toString(16).padStart(6, "0")}`
export const numberOf = (hex: string): number => parseInt(hex.trim().slice(1), 16)
