import { foldCase } from '../logic/fold_case'

/** Why two contacts may be one person, or two companies one. */
export type DoubleWhy =
  | 'same phone'
  | 'same address but for dots and tags'
  | 'same name and company'
  /** Of companies. */
  | 'much the same name'

/** Two records that may be one, the lesser id first; `likeness` is from 0 to 1. */
export interface Double {
  first: string
  second: string
  why: DoubleWhy[]
  likeness: number
}

/** Names at least so alike are taken for one. */
export const ALIKE = 0.92

/** A trait that more have than this tells nobody from nobody: a switchboard’s number, a shared mailbox, “pottery”. */
const MOST_ALIKE = 40

interface Named {
  id: string
}

/** Pairs that may be one, gathered reason by reason. */
export class Doubles {
  readonly #pairs = new Map<string, Double>()

  /** Adds a reason, which says so much by itself (0 to 1): it takes its share of what is left to being sure. */
  add(one: Named, other: Named, why: DoubleWhy, says: number): void {
    const [first, second] = one.id < other.id ? [one.id, other.id] : [other.id, one.id]
    const pair = this.#pairs.get(`${first} ${second}`) ?? { first, second, why: [], likeness: 0 }
    if (pair.why.includes(why)) return
    pair.why.push(why)
    pair.likeness = 1 - (1 - pair.likeness) * (1 - says)
    this.#pairs.set(`${first} ${second}`, pair)
  }

  /** The likeliest first, so many at most. */
  likeliest(most: number): Double[] {
    return [...this.#pairs.values()].sort((a, b) => b.likeness - a.likeness).slice(0, most)
  }
}

/** Records by what they share: only those that share something are compared, which is far quicker than all with all. */
export class Blocks<One> {
  readonly #blocks = new Map<string, One[]>()

  put(trait: string, one: One): void {
    const block = this.#blocks.get(trait)
    if (block) block.push(one)
    else this.#blocks.set(trait, [one])
  }

  /** Every two that share a trait which tells something, with the trait. */
  *pairs(): Generator<[trait: string, one: One, other: One]> {
    for (const [trait, block] of this.#blocks) {
      if (block.length > MOST_ALIKE) continue
      for (const [n, one] of block.entries()) for (const other of block.slice(n + 1)) yield [trait, one, other]
    }
  }
}

/** A name’s words, in lower case and without marks. */
export const plainWords = (name: string): string[] =>
  foldCase(name.normalize('NFKD').replace(/\p{M}+/gu, ''))
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
