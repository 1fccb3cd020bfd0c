/** So much waits in a line that more would only wait in vain. */
export class LineIsFull extends Error {
  /** As a server that is out of what it needs says it (PostgreSQL, Appendix A): trying again may help. */
  readonly code = '53400'
  override message = 'Too much waits already'
}

/**
 * Work of which so much is under way at once, and so much may wait for its turn. Every request goes through one: a
 * queue of a library took a quarter of what can be accepted.
 */
export class Line {
  private underWay = 0
  private readonly waiting: (() => void)[] = []

  constructor(
    private readonly atOnce: number,
    private readonly mostWaiting: number,
  ) {}

  get isEmpty(): boolean {
    return this.underWay === 0
  }

  /**
   * Does some work once it is its turn; the next may begin when what it gives is there.
   * @throws {LineIsFull} where too much waits already
   */
  async inTurn<T>(work: () => Promise<T>): Promise<T> {
    await this.turn()
    try {
      return await work()
    } finally {
      // Whoever leaves a place gives it to the first who waits.
      const next = this.waiting.shift()
      if (next) next()
      else this.underWay--
    }
  }

  private async turn(): Promise<void> {
    if (this.underWay < this.atOnce) this.underWay++
    else if (this.waiting.length < this.mostWaiting) await new Promise<void>((come) => this.waiting.push(come))
    else throw new LineIsFull()
  }
}
