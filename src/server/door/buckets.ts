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

/** Most keys that are remembered; the ones unheard of for longest are forgotten, and begin with a full bucket. */
const MOST_KEYS = 50_000

const secondsUntilOne = (tokens: number, { perSecond }: Rate): number => (tokens >= 1 ? 0 : (1 - tokens) / perSecond)

/**
 * Token buckets in the memory of this process: every web process counts for itself. Time is a monotonic
 * clock's, in seconds.
 */
export class Buckets {
  private readonly buckets = new LRUCache<string, Bucket>({ max: MOST_KEYS })

  constructor(private readonly clock: () => number = () => performance.now() / 1000) {}

  /** Takes one token. 0 when there was one, else how many seconds until there is. */
  take(key: string, rate: Rate): number {
    const tokens = this.tokens(key, rate)
    const wait = secondsUntilOne(tokens, rate)
    this.buckets.set(key, { tokens: wait === 0 ? tokens - 1 : tokens, at: this.clock() })
    return wait
  }

  /** The same without taking any. */
  wait(key: string, rate: Rate): number {
    return secondsUntilOne(this.tokens(key, rate), rate)
  }

  private tokens(key: string, { burst, perSecond }: Rate): number {
    const bucket = this.buckets.get(key)
    return bucket ? Math.min(burst, bucket.tokens + (this.clock() - bucket.at) * perSecond) : burst
  }
}
