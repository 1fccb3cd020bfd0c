import { foldCase } from '../logic/fold_case'
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

/** Why two contacts may be one person, or two companies one. */
export type DoubleWhy =
  | 'same phone'
  | 'same address but for dots and tags'
  | 'same name and company'
  /** Of companies. */
  | 'much the same name'

/** Two contacts that may be one person, the lesser id first; `likeness` is from 0 to 1. */
export interface Double {
  first: string
  second: string
  why: DoubleWhy[]
  likeness: number
}

/** Names at least so alike, in one company, are taken for one. */
const ALIKE = 0.92
/** A trait that more contacts have than this tells nobody from nobody: a switchboard’s number, a shared mailbox. */
const MOST_ALIKE = 40
/** Who share a number and are called otherwise may as well share a desk. */
const SAYS_OTHERWISE_CALLED = 0.4
/** How much each reason says by itself. */
const SAYS: Record<DoubleWhy, number> = {
  'same address but for dots and tags': 0.97,
  'same phone': 0.85,
  'same name and company': 0.8,
  'much the same name': 0.8,
}

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
const plainName = (name: string): string =>
  foldCase(name.normalize('NFKD').replace(/\p{M}+/gu, ''))
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .sort()
    .join(' ')

/**
 * Contacts that may be one person: those with the same phone, the same address but for dots and tags, or much the same
 * name in the same company. Only those that share one of these are compared, so that many contacts take little longer
 * than reading them.
 */
export function findDoubles(candidates: Iterable<Candidate>): Double[] {
  const blocks = new Map<string, Candidate[]>()
  const put = (key: string, one: Candidate) => {
    const block = blocks.get(key)
    if (block) block.push(one)
    else blocks.set(key, [one])
  }
  for (const one of candidates) {
    put(`address ${plainAddress(one.email)}`, one)
    for (const phone of new Set(one.phones)) put(`phone ${phone}`, one)
    if (one.company !== null && one.name !== one.email)
      for (const start of startsOf(plainName(one.name))) put(`name ${one.company} ${start}`, one)
  }
  const found = new Map<string, Double>()
  for (const [key, block] of blocks) {
    if (block.length < 2 || block.length > MOST_ALIKE) continue
    block.forEach((one, n) => {
      for (const other of block.slice(n + 1)) {
        const why = whyAlike(key, one, other)
        if (why) add(found, one, other, why)
      }
    })
  }
  return [...found.values()].sort((a, b) => b.likeness - a.likeness)
}

/** A company, as far as it tells whether another is the same. */
export interface CompanyCandidate {
  id: string
  name: string
}

/** What says which form a company has, and not which company it is; common ones, by no means all. */
const FORMS = new Set(
  'ab ag as asa aps bv co corp corporation company doo ek eurl gbr gmbh hb inc incorporated kb kft kg lda limited llc llp ltd mbh nv oy oyj plc pty sa sarl sas sl spa srl sro ug'.split(
    ' ',
  ),
)

/** A company’s name to be compared: its words in their order, but for what says which form it has. */
function plainCompany(name: string): string {
  const words = foldCase(name.normalize('NFKD').replace(/\p{M}+/gu, ''))
    .replaceAll('.', '')
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
  const told = words.filter((word) => !FORMS.has(word))
  return (told.length > 0 ? told : words).join(' ')
}

/** How alike two names are word by word, from 0 to 1: one that has another word is another, however long the rest. */
function wordsAlike(one: string, other: string): number {
  const [words, others] = [one.split(' '), other.split(' ')]
  if (words.length !== others.length) return 0
  return Math.min(...words.map((word, n) => jaroWinkler(word, others[n] ?? '')))
}

/** Letters of a word that two spellings of a company are likely to share. */
const SHARED = 4

/** Companies that may be one: those that are called much the same, whatever their form. */
export function findCompanyDoubles(candidates: Iterable<CompanyCandidate>): Double[] {
  const blocks = new Map<string, { id: string; name: string }[]>()
  for (const { id, name } of candidates) {
    const plain = plainCompany(name)
    for (const start of new Set(plain.split(' ').map((word) => word.slice(0, SHARED)))) {
      const block = blocks.get(start)
      if (block) block.push({ id, name: plain })
      else blocks.set(start, [{ id, name: plain }])
    }
  }
  const found = new Map<string, Double>()
  for (const block of blocks.values()) {
    // A word that so many have, as “pottery”, tells none from another.
    if (block.length < 2 || block.length > MOST_ALIKE) continue
    block.forEach((one, n) => {
      for (const other of block.slice(n + 1)) {
        const alike = wordsAlike(one.name, other.name)
        const [first, second] = one.id < other.id ? [one.id, other.id] : [other.id, one.id]
        if (alike >= ALIKE)
          found.set(`${first} ${second}`, {
            first,
            second,
            why: ['much the same name'],
            likeness: SAYS['much the same name'] * alike,
          })
      }
    })
  }
  return [...found.values()].sort((a, b) => b.likeness - a.likeness)
}

/** The first letters of each word of a name: one of them two spellings are likely to share. */
const startsOf = (name: string): Set<string> =>
  new Set(name.split(' ').flatMap((word) => (word ? [word.slice(0, 2)] : [])))

function whyAlike(block: string, one: Candidate, other: Candidate): DoubleWhy | null {
  if (block.startsWith('address ')) return 'same address but for dots and tags'
  if (block.startsWith('phone ')) return 'same phone'
  return areCalledAlike(one, other) ? 'same name and company' : null
}

const areCalledAlike = (one: Candidate, other: Candidate): boolean =>
  jaroWinkler(plainName(one.name), plainName(other.name)) >= ALIKE

function add(found: Map<string, Double>, one: Candidate, other: Candidate, why: DoubleWhy): void {
  const [first, second] = one.id < other.id ? [one.id, other.id] : [other.id, one.id]
  const pair = found.get(`${first} ${second}`) ?? { first, second, why: [], likeness: 0 }
  if (pair.why.includes(why)) return
  pair.why.push(why)
  // Each reason takes its share of what is left to being sure.
  const says = why === 'same phone' && !areCalledAlike(one, other) ? SAYS_OTHERWISE_CALLED : SAYS[why]
  pair.likeness = 1 - (1 - pair.likeness) * (1 - says)
  found.set(`${first} ${second}`, pair)
}
