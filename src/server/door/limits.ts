import { context } from '../context'
import { problem } from '../problem'
import { siteOf } from './address'
import { askerAddress } from './asker'
import { Buckets, type Counted, type Rate } from './buckets'

/**
 * What one network may do with one form, what may come to a form in all, what a program with a token
 * may send, and how often anybody may be wrong as they sign in. `LICHEN_LIMITS` multiplies them all.
 */
const RATES = {
  start: { burst: 240, perSecond: 4 },
  progress: { burst: 600, perSecond: 20 },
  send: { burst: 120, perSecond: 2 },
  file: { burst: 120, perSecond: 1 },
  /** What is sent without the page's script having done its work; more than this counts as spam. */
  plain: { burst: 60, perSecond: 1 / 60 },
  /** Codes of personal links that are none, each told once in an hour: a browser keeps the one it came by. */
  guess: { burst: 120, perSecond: 0.5 },
  guessed: { burst: 1, perSecond: 1 / 3600 },
  /** Pages given work to do: the more of this is used up, by a network or in all, the more work the next one has. */
  page: { burst: 240, perSecond: 0.1 },
  pages: { burst: 12_000, perSecond: 10 },
  /** The same text sent to the same form by different visitors. */
  same: { burst: 3, perSecond: 3 / (24 * 60 * 60) },
  /** What comes to a form from people, and what looks like machines’: neither uses up anything of the other. */
  form: { burst: 3000, perSecond: 300 },
  spam: { burst: 3000, perSecond: 30 },
  token: { burst: 20_000, perSecond: 2000 },
  /** Wrong tries: of a network, of a network with one account, and with one account from anywhere. */
  wrong: { burst: 30, perSecond: 0.5 },
  wrong_with: { burst: 10, perSecond: 1 / 60 },
  wrong_anywhere: { burst: 100, perSecond: 1 / 30 },
  /** The same of a browser that somebody has signed in with before, which counts for itself alone. */
  wrong_known: { burst: 10, perSecond: 1 / 60 },
  /** Puzzles for a key to solve, each of which is kept for a while. */
  asked_key: { burst: 60, perSecond: 0.5 },
  /** Mails with a way to a new password, to one account. */
  forgot: { burst: 10, perSecond: 1 / 60 },
  /** Links of sheets that are mailed to be tried, in one workspace. */
  try_mail: { burst: 20, perSecond: 1 / 60 },
  /** Invitations to one workspace. */
  invite: { burst: 60, perSecond: 1 / 60 },
} satisfies Record<string, Rate>

const holder = globalThis as { lichenBuckets?: Buckets }
const buckets = (): Buckets => (holder.lichenBuckets ??= new Buckets())

/** How many times as much the site around a network may do: more than people there do, less than its networks might. */
const SITE_TIMES = 16

/** What whoever asks counts in, with one form or other thing or none, and so does the site around their network. */
export function ofAsker(what: keyof typeof RATES, about = ''): Counted[] {
  const network = askerAddress()
  const site = siteOf(network)
  const name = `${what} ${about}`
  return [
    { key: `${name} ${network}`, rate: rateOf(what, 1) },
    ...(site === null ? [] : [{ key: `${name} ${site}`, rate: rateOf(what, SITE_TIMES) }]),
  ]
}

/** What somebody or something counts in, whoever asks. */
export const of = (what: keyof typeof RATES, who: string): Counted[] => [
  { key: `${what} ${who}`, rate: rateOf(what, 1) },
]

/** Counts one deed: 0 when it may go on, else the seconds until it may, and it is not counted. */
export const count = (...counted: Counted[]): number => buckets().take(counted)

/** Seconds until it may be done again, without counting anything. */
export const waitFor = (...counted: Counted[]): number => buckets().wait(counted)

/** How much of it has been used up, from 0 to 1. */
export const shareOf = (...counted: Counted[]): number => buckets().share(counted)

/** Takes back the count of a deed that turned out to be none of its sort. */
export const uncount = (...counted: Counted[]): void => buckets().giveBack(counted)

function rateOf(what: keyof typeof RATES, more: number): Rate {
  const { burst, perSecond } = RATES[what]
  const times = context().config.LICHEN_LIMITS * more
  return { burst: burst * times, perSecond: perSecond * times }
}

/** Says that it was too much for now. */
export const tooMany = (seconds: number): Response =>
  problem(429, 'Too many requests. Wait a moment, then go on.', {}, { 'retry-after': String(Math.ceil(seconds)) })
