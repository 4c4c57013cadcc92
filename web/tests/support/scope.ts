// Composables outside of a component: they live until the test is over.
import { effectScope } from "vue"
import { onTestFinished } from "vitest"

export function living<T>(make: () => T): T {
  const scope = effectScope()
  onTestFinished(() => scope.stop())
  return scope.run(make)!
}

/** Wait until something holds. */
export async function until(holds: () => boolean | Promise<boolean>): Promise<void> {
  for (let i = 0; i < 2000; i++) {
    if (await holds()) return
    await new Promise((go) => setTimeout(go, 10))
  }
  throw new Error("waited in vain")
}
