import { LRUCache } from 'lru-cache'

/** How much may come at once, and how fast there may be more. */
export interface Rate {
  burst: number
  perSecond: number
}

interface Bucket {
  tokens: number
  at: number
}

/** One of the buckets that something counts in. */
export interface Counted {
  key: string
  rate: Rate
}

/** Most keys that are remembered; the ones unheard of for longest are forgotten, and begin with a full bucket. */
const MOST_KEYS = 50_000

/**
 * Token buckets in the memory of this process: every web process counts for itself. Time is a monotonic
 * clock's, in seconds.
 */
export class Buckets {
  private readonly buckets = new LRUCache<string, Bucket>({ max: MOST_KEYS })

  constructor(private readonly clock: () => number = () => performance.now() / 1000) {}

  /** Takes one token of each: 0 when all had one, else how many seconds until they have, and none is taken. */
  take(counted: readonly Counted[]): number {
    const wait = this.wait(counted)
    if (wait === 0) for (const one of counted) this.set(one, this.tokens(one) - 1)
    return wait
  }

  /** Puts back what was taken of each, where it is known by now that it does not count. */
  giveBack(counted: readonly Counted[]): void {
    for (const one of counted) this.set(one, Math.min(one.rate.burst, this.tokens(one) + 1))
  }

  /** Seconds until each has a token, without taking any. */
  wait(counted: readonly Counted[]): number {
    return Math.max(0, ...counted.map((one) => (1 - this.tokens(one)) / one.rate.perSecond))
  }

  /** How much of what may come at once has been used up, of the one of which most has: from 0 to 1. */
  share(counted: readonly Counted[]): number {
    return Math.max(0, ...counted.map((one) => 1 - this.tokens(one) / one.rate.burst))
  }

  private set({ key }: Counted, tokens: number): void {
    this.buckets.set(key, { tokens, at: this.clock() })
  }

  private tokens({ key, rate: { burst, perSecond } }: Counted): number {
    const bucket = this.buckets.get(key)
    return bucket ? Math.min(burst, bucket.tokens + (this.clock() - bucket.at) * perSecond) : burst
  }
}
