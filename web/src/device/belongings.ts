// What the browser remembers beside the stores: inks, words, fitting, the brush in hand. It is an account's own, and the
// next one finds nothing of it.

/** Whose it is. */
const WHOSE = "belongs to"
/** What is the device's own, whoever uses it; and how somebody comes in and goes. */
const STAYS = new Set([WHOSE, "screen dpi", "account", "signing out"])

export function forgetBelongings(): void {
  for (const key of Object.keys(localStorage)) if (!STAYS.has(key)) localStorage.removeItem(key)
}

/** An account comes in. Returns whether it found another's belongings, and the page must begin anew without them. */
export function comesIn(account: number): boolean {
  const before = localStorage.getItem(WHOSE)
  localStorage.setItem(WHOSE, String(account))
  if (before === null || before === String(account)) return false
  forgetBelongings()
  return true
}
