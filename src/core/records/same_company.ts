import { ALIKE, Blocks, Doubles, plainWords } from './doubles'
import { jaroWinkler } from './jaro_winkler'

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

/** How much a name says by itself. */
const SAYS = 0.8

/** Letters of a word that two spellings of a company are likely to share. */
const SHARED = 4

/** The words of a company’s name to be compared, in their order, but for what says which form it has. */
function tellingWords(name: string): string[] {
  const words = plainWords(name.replaceAll('.', ''))
  const told = words.filter((word) => !FORMS.has(word))
  return told.length > 0 ? told : words
}

/** How alike two names are word by word, from 0 to 1: one that has another word is another, however long the rest. */
function wordsAlike(words: readonly string[], others: readonly string[]): number {
  if (words.length === 0 || words.length !== others.length) return 0
  return Math.min(...words.map((word, n) => jaroWinkler(word, others[n] ?? '')))
}

/** Companies that may be one: those that are called much the same, whatever their form. `pause` is awaited often. */
export async function findCompanyDoubles(
  candidates: readonly CompanyCandidate[],
  pause: () => Promise<void>,
): Promise<Doubles> {
  const blocks = new Blocks<{ id: string; words: string[] }>()
  for (const [n, { id, name }] of candidates.entries()) {
    const words = tellingWords(name)
    for (const start of new Set(words.map((word) => word.slice(0, SHARED)))) blocks.put(start, { id, words })
    if (n % 1000 === 0) await pause()
  }
  const found = new Doubles()
  let compared = 0
  for (const [, one, other] of blocks.pairs()) {
    const alike = wordsAlike(one.words, other.words)
    if (alike >= ALIKE) found.add(one, other, 'much the same name', SAYS * alike)
    if (++compared % 1000 === 0) await pause()
  }
  return found
}
