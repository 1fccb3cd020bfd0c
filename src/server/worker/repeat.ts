/** Does something again and again, resting between, never twice at once; and at once when asked. */
export class Repeat {
  private running: Promise<void> | null = null
  private timer: NodeJS.Timeout | undefined
  private stopped = false

  /** @param rest how long to rest after each time, in milliseconds */
  constructor(
    private readonly run: () => Promise<void>,
    private readonly rest: () => number,
  ) {}

  /** Does it now, unless it is being done; resolves when it was. */
  now(): Promise<void> {
    clearTimeout(this.timer)
    this.running ??= this.run().finally(() => {
      this.running = null
      if (!this.stopped) this.timer = setTimeout(() => void this.now(), this.rest())
    })
    return this.running
  }

  stop(): void {
    this.stopped = true
    clearTimeout(this.timer)
  }
}
