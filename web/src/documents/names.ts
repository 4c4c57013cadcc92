// Names of copies.

/** A name for a copy that none of `taken` has: "Rope" becomes "Rope 2", "Rope 2" becomes "Rope 3". */
export function copyName(name: string, taken: string[], most = 80): string {
  const stem = name.replace(/ \d+$/, "")
  for (let number = 2; ; number++) {
    const copy = `${stem.slice(0, most - 1 - String(number).length)} ${number}`
    if (copy !== name && !taken.includes(copy)) return copy
  }
}
