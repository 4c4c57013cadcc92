// What was asked of a worker that died before it answered is asked again of the next one.

/** What kills two workers is not asked of a third. */
const MOST_TIMES = 2

export class Asking {
  private waiting = new Set<() => void>()

  /** Ask; nothing comes of it where the answer does not come from the second worker either. */
  ask<T>(call: () => Promise<T>): Promise<T | undefined> {
    return new Promise((answer, fail) => {
      let times = 0
      const ask = () => {
        if (++times > MOST_TIMES) return settle(() => answer(undefined))
        const mine = times
        // A worker that was given up may still answer; it is not listened to.
        call().then(
          (value) => mine === times && settle(() => answer(value)),
          (error) => mine === times && settle(() => fail(error)),
        )
      }
      const settle = (end: () => void) => {
        this.waiting.delete(ask)
        end()
      }
      this.waiting.add(ask)
      ask()
    })
  }

  /** Another worker runs: ask it all that waits. */
  again(): void {
    for (const ask of [...this.waiting]) ask()
  }
}
