/** What this process has been doing, by a monotonic clock. */
export class Works {
  private readonly last = { submissions: -Infinity, deliveries: -Infinity }
  private readonly moved = new Map<string, number>()
  private readonly under = new Map<string, number>()
  private running = 0

  constructor(private readonly clock: () => number = () => performance.now() / 1000) {}

  settled(what: 'submissions' | 'deliveries'): void {
    this.last[what] = this.clock()
  }

  /** Seconds since something was settled; `null` when nothing was yet. */
  since(what: 'submissions' | 'deliveries'): number | null {
    const seconds = this.clock() - this.last[what]
    return Number.isFinite(seconds) ? seconds : null
  }

  /** Runs a job, noting that its task moves. */
  async during<T>(task: string, run: () => Promise<T>): Promise<T> {
    this.moved.set(task, this.clock())
    this.running++
    this.under.set(task, (this.under.get(task) ?? 0) + 1)
    try {
      return await run()
    } finally {
      this.running--
      this.under.set(task, (this.under.get(task) ?? 1) - 1)
      this.moved.set(task, this.clock())
    }
  }

  /** Seconds since any of these tasks began or ended a job; 0 while one runs, as a long one may. */
  quiet(tasks: readonly string[], since: number): number {
    if (tasks.some((task) => (this.under.get(task) ?? 0) > 0)) return 0
    return this.clock() - Math.max(since, ...tasks.map((task) => this.moved.get(task) ?? since))
  }

  get now(): number {
    return this.clock()
  }

  /** Resolves once no job runs, or after so many milliseconds. */
  async rest(most: number): Promise<void> {
    const end = performance.now() + most
    while (this.running > 0 && performance.now() < end) await new Promise((done) => setTimeout(done, 50))
  }
}
