import { context } from '../context'
import { problem } from '../problem'
import { siteOf } from './address'
import { Buckets, type Rate } from './buckets'

/**
 * What one network may do with one form, what may come to a form in all, what a program with a token
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

/** How many times as much the site around a network may do: more than people there do, less than its networks might. */
const SITE_TIMES = 16

/**
 * Counts one deed of a network, with one form or any, and of the site around it. 0 when it may go on, else the seconds
 * until it may.
 */
export const countFrom = (what: keyof typeof RATES, network: string, form = ''): number =>
  longest(network, (who, times) => buckets().take(`${what} ${form} ${who}`, rateOf(what, times)))

/** Seconds until a network may do it again, without counting anything. */
export const waitFrom = (what: keyof typeof RATES, network: string, form = ''): number =>
  longest(network, (who, times) => buckets().wait(`${what} ${form} ${who}`, rateOf(what, times)))

/** The longer wait of those of a network and of the site around it, which may do it so many times as often. */
function longest(network: string, waitOf: (who: string, times: number) => number): number {
  const site = siteOf(network)
  return Math.max(waitOf(network, 1), site === null ? 0 : waitOf(site, SITE_TIMES))
}

/** Counts one deed of whoever this is. 0 when it may go on, else the seconds until it may. */
export const count = (what: keyof typeof RATES, who: string): number => buckets().take(`${what} ${who}`, rateOf(what))

/** Seconds until whoever this is may do it again, without counting anything. */
export const waitFor = (what: keyof typeof RATES, who: string): number => buckets().wait(`${what} ${who}`, rateOf(what))

function rateOf(what: keyof typeof RATES, more = 1): Rate {
  const { burst, perSecond } = RATES[what]
  const times = context().config.LICHEN_LIMITS * more
  return { burst: burst * times, perSecond: perSecond * times }
}

/** Says that it was too much for now. */
export const tooMany = (seconds: number): Response =>
  problem(429, 'Too many requests. Wait a moment, then go on.', {}, { 'retry-after': String(Math.ceil(seconds)) })
