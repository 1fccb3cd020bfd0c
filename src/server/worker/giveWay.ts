/** The longest a delivery waits for the work inside, in milliseconds. */
const LONGEST = 250

/**
 * Lets the work inside go before the outside: what people answered lands in records first, and mails and
 * other deliveries use the time between. They are held up for moments only, never stopped.
 */
export class GiveWay {
  private busy = 0
  private waiting: (() => void)[] = []

  /** Runs work that goes first. */
  async first<T>(work: () => Promise<T>): Promise<T> {
    this.busy++
    try {
      return await work()
    } finally {
      this.busy--
      if (this.busy === 0) for (const go of this.waiting.splice(0)) go()
    }
  }

  /** Waits for a moment when no such work runs, though not for long. */
  async moment(): Promise<void> {
    if (this.busy === 0) return
    await new Promise<void>((go) => {
      const timer = setTimeout(go, LONGEST)
      this.waiting.push(() => {
        clearTimeout(timer)
        go()
      })
    })
  }
}
