import { context } from '../context'
import { problem } from '../problem'
import { Buckets, type Rate } from './buckets'

/**
 * What one network address may do with one form, what may come to a form in all, what a program with a token
 * may send, and how often anybody may try to sign in. `LICHEN_LIMITS` multiplies them all.
 */
const RATES = {
  start: { burst: 240, perSecond: 4 },
  progress: { burst: 600, perSecond: 20 },
  send: { burst: 120, perSecond: 2 },
  file: { burst: 120, perSecond: 1 },
  /** What is sent without the page's script having done its work; more than this counts as spam. */
  plain: { burst: 60, perSecond: 1 / 60 },
  form: { burst: 3000, perSecond: 300 },
  token: { burst: 20_000, perSecond: 2000 },
  sign_in_address: { burst: 30, perSecond: 0.5 },
  sign_in_account: { burst: 10, perSecond: 1 / 60 },
} satisfies Record<string, Rate>

const holder = globalThis as { lichenBuckets?: Buckets }
const buckets = (): Buckets => (holder.lichenBuckets ??= new Buckets())

/** Counts one deed of whoever this is. 0 when it may go on, else the seconds until it may. */
export const count = (what: keyof typeof RATES, who: string): number => buckets().take(`${what} ${who}`, rateOf(what))

/** Seconds until whoever this is may do it again, without counting anything. */
export const waitFor = (what: keyof typeof RATES, who: string): number => buckets().wait(`${what} ${who}`, rateOf(what))

function rateOf(what: keyof typeof RATES): Rate {
  const { burst, perSecond } = RATES[what]
  const { LICHEN_LIMITS: times } = context().config
  return { burst: burst * times, perSecond: perSecond * times }
}

/** Says that it was too much for now. */
export const tooMany = (seconds: number): Response =>
  problem(429, 'Too many requests. Wait a moment, then go on.', {}, { 'retry-after': String(Math.ceil(seconds)) })
