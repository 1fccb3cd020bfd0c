/** The longest that other work waits for what visitors sent, in milliseconds. */
const LONGEST = 1000
/** Submissions applied in one go from which on they are a crowd, and how long one is felt, in milliseconds. */
const CROWD = 10
const FELT = 500

/**
 * Lets what visitors sent go before all else: while it comes in crowds, it lands in records first, and deliveries and
 * counts are held up, each for a second at most.
 */
export class GiveWay {
  private crowdedUntil = 0

  /** Tells how many submissions were just applied together. */
  tell(applied: number): void {
    if (applied >= CROWD) this.crowdedUntil = performance.now() + FELT
  }

  /** Waits until there is no crowd, though not for long. */
  async moment(): Promise<void> {
    const end = performance.now() + LONGEST
    for (let now = performance.now(); now < Math.min(end, this.crowdedUntil); now = performance.now())
      await new Promise((done) => setTimeout(done, Math.min(end, this.crowdedUntil) - now))
  }
}
