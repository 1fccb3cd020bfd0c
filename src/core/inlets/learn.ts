import { ANY_EMAIL, rules as email } from '../kinds/email'
import { cutText } from '../formats/text'
import { readDay, readNumber, readYesNo } from '../imports/read_cell'
import type { Came } from './came'

/** What something written looks like. */
export const LOOKS = ['email', 'link', 'day', 'phone', 'yes or no', 'number'] as const
export type Look = (typeof LOOKS)[number]

/** What was learned of one field of a form elsewhere. */
export interface Learned {
  name: string
  /** In how many posts it came with something in it. */
  filled: number
  /** Some of what came in it, each once, the latest first. */
  samples: string[]
  /** How many different things came in it; no more are told apart than this says at most. */
  distinct: number
  /** What nearly all that came in it looks like; `null` for nothing in particular. */
  look: Look | null
  /** Whether it comes more than once in one post. */
  several: boolean
  /** Whether what comes is long, or of several lines. */
  long: boolean
  /** Whether files come in it. */
  files: boolean
}

const MOST = { samples: 12, distinct: 30, long: 120 }

/** How much of what came must look like something. */
const NEARLY_ALL = 0.9

/** What posts of one inlet tell of the fields of the form elsewhere, in the order these came; the latest post stands first. */
export function learnFrom(posts: readonly Came[]): Learned[] {
  const names = new Set(posts.toReversed().flatMap((came) => came.map(([name]) => name)))
  return [...names].map((name) => learnField(name, posts))
}

function learnField(name: string, posts: readonly Came[]): Learned {
  const inEach = posts.map((came) => came.filter(([called]) => called === name).map(([, said]) => said))
  const all = inEach.flat()
  const texts = all.flatMap((said) => (typeof said === 'string' && said.trim() !== '' ? [said.trim()] : []))
  const distinct = [...new Set(texts)]
  return {
    name,
    filled: inEach.filter((said) => said.some((one) => typeof one !== 'string' || one.trim() !== '')).length,
    samples: distinct.slice(0, MOST.samples).map((text) => cutText(text, 100)),
    distinct: Math.min(distinct.length, MOST.distinct),
    look: lookOf(texts),
    several: inEach.some((said) => said.length > 1),
    long: texts.some((text) => text.includes('\n') || text.length > MOST.long),
    files: all.some((said) => typeof said !== 'string'),
  }
}

const lookOf = (texts: readonly string[]): Look | null =>
  texts.length === 0
    ? null
    : (LOOKS.find((look) => texts.filter((text) => isLike[look](text)).length >= texts.length * NEARLY_ALL) ?? null)

const isLike: Readonly<Record<Look, (text: string) => boolean>> = {
  email: (text) => text.includes('@') && email.check(text, ANY_EMAIL).ok,
  link: (text) => /^(?:https?:\/\/|www\.)\S+\.\S+$/i.test(text),
  day: (text) => readDay(text, 'day first') !== null || readDay(text, 'month first') !== null,
  // Without its country nobody can tell whether there is such a number.
  phone: (text) => /^(?:\+|\(?0)[\d\s()/.-]{6,24}$/.test(text),
  'yes or no': (text) => readYesNo(text) !== null,
  number: (text) => readNumber(text) !== null,
}
