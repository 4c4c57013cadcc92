// What can be asked for of a brush in its pocket, of a roll, and of all brushes that are chosen.

export type PocketAct =
  "duplicate" | "name" | "remove" | "favourite" | "cover" | "tip" | "pack" | "svg" | "png"
export type RollAct = "describe" | "duplicate" | "remove" | "pack"
export type ChosenAct = "move" | "copy" | "earlier" | "later" | "favourite" | "remove" | "pack" | "done"
