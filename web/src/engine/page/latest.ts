// Ask for what is wanted now, one question at a time: of those that come while one is answered only the last is asked.

/**
 * What `ask` does, each time it is called or as soon as it can be. The answer to a question that is not the last any more
 * is taken too: it is nearer to what is wanted than what is there.
 */
export function latest(ask: () => Promise<void>): () => Promise<void> {
  let asking: Promise<void> | undefined
  let again = false

  async function run(): Promise<void> {
    try {
      do {
        again = false
        await ask()
      } while (again)
    } finally {
      asking = undefined
    }
  }
  return () => {
    again = true
    return (asking ??= run())
  }
}
