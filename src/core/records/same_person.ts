import { hashText } from '../answers/hash_text'
import { ALIKE, Blocks, Doubles, plainWords } from './doubles'
import { jaroWinkler } from './jaro_winkler'

/** A contact, as far as it tells whether another is the same person. */
export interface Candidate {
  id: string
  email: string
  name: string
  company: string | null
  /** In E.164, of all its fields that hold one. */
  phones: readonly string[]
}

/** How much each reason says by itself. */
const SAYS = {
  'same address but for dots and tags': 0.97,
  'same phone': 0.85,
  'same name and company': 0.8,
} as const
/** Who share a number and are called otherwise may as well share a desk. */
const SAYS_OTHERWISE_CALLED = 0.4

/**
 * An address as most mail services deliver it: what comes after a plus sign, and dots before the at sign, change
 * nothing about whose it is (common practice, not a standard: two such addresses are likely one person’s, not surely).
 */
export function plainAddress(email: string): string {
  const at = email.lastIndexOf('@')
  const local = email.slice(0, at).replace(/\+.*$/, '').replaceAll('.', '')
  return `${local}${email.slice(at)}`.toLowerCase()
}

/** A name to be compared: its words in order of the alphabet, so that “Holm, Ida” is “Ida Holm”. */
const plainName = (name: string): string => plainWords(name).sort().join(' ')

const areCalledAlike = (one: Candidate, other: Candidate): boolean =>
  jaroWinkler(plainName(one.name), plainName(other.name)) >= ALIKE

/** What tells one person wherever they work. */
const traitsOf = ({ email, phones }: Candidate): string[] => [
  `address ${plainAddress(email)}`,
  ...new Set(phones.map((phone) => `phone ${phone}`)),
]

/** Where the contacts of a workspace are read. */
export interface Contacts {
  /** All of them, however often. */
  everybody: () => AsyncIterable<Candidate>
  /** Those of companies, some companies at a time. */
  colleagues: () => AsyncIterable<Candidate[]>
  /** Awaited often, so that other work goes on meanwhile. */
  pause: () => Promise<void>
}

/**
 * Contacts that may be one person: those with the same phone, the same address but for dots and tags, or much the same
 * name in the same company. Only those that share one of these are compared, and held in memory.
 */
export async function findDoubles({ everybody, colleagues, pause }: Contacts): Promise<Doubles> {
  const found = new Doubles()
  let compared = 0
  const compare = async (blocks: Blocks<Candidate>, tell: typeof tellShared) => {
    for (const [trait, one, other] of blocks.pairs()) {
      tell(found, trait, one, other)
      if (++compared % 500 === 0) await pause()
    }
  }
  await compare(await whoShare(everybody), tellShared)
  for await (const some of colleagues()) await compare(calledLike(some), tellColleagues)
  return found
}

/** Everybody by what tells a person, but those for whom nobody else may have the same. */
async function whoShare(everybody: Contacts['everybody']): Promise<Blocks<Candidate>> {
  const seen = new Seen()
  for await (const one of everybody()) for (const trait of traitsOf(one)) seen.note(trait)
  const blocks = new Blocks<Candidate>()
  for await (const one of everybody())
    for (const trait of traitsOf(one)) if (seen.isNotAlone(trait)) blocks.put(trait, one)
  return blocks
}

function tellShared(found: Doubles, trait: string, one: Candidate, other: Candidate): void {
  const why = trait.startsWith('phone ') ? 'same phone' : 'same address but for dots and tags'
  found.add(one, other, why, why === 'same phone' && !areCalledAlike(one, other) ? SAYS_OTHERWISE_CALLED : SAYS[why])
}

/** Those of each company by the first letters of each word of their names: two spellings are likely to share one. */
function calledLike(colleagues: readonly Candidate[]): Blocks<Candidate> {
  const blocks = new Blocks<Candidate>()
  for (const one of colleagues) {
    if (one.name === one.email) continue
    for (const start of new Set(plainWords(one.name).map((word) => word.slice(0, 2))))
      blocks.put(`${one.company} ${start}`, one)
  }
  return blocks
}

function tellColleagues(found: Doubles, _: string, one: Candidate, other: Candidate): void {
  if (areCalledAlike(one, other)) found.add(one, other, 'same name and company', SAYS['same name and company'])
}

/** How many places traits are counted in: few enough for a worker’s memory, so many that hardly two meet in one. */
const PLACES = 2 ** 24

/** Which traits several may have, in 16 MB however many there are. Two different ones may be taken for the same, never the other way round. */
class Seen {
  readonly #often = new Uint8Array(PLACES)

  note(trait: string): void {
    const place = hashText(trait) & (PLACES - 1)
    this.#often[place] = Math.min(2, (this.#often[place] ?? 0) + 1)
  }

  isNotAlone(trait: string): boolean {
    return (this.#often[hashText(trait) & (PLACES - 1)] ?? 0) > 1
  }
}
