import { type Condition, isTest, openGroup, type Test } from '../logic/condition'
import { describeCondition } from '../logic/describe'
import { vocabularyOf } from '../form/vocabulary'
import { meet, minus, type Region } from '../logic/region'
import { Cases, unlessTooMany } from './cases'
import type { Form, Route } from '../form/definition'
import { type Finding, finding } from './finding'
import { listed } from '../formats/listed'

/** What can never hold, what never fires since others before it do, and what nothing fits: exact, with examples. */

/** Says that a condition never holds, whatever is answered, and which of its parts see to that. */
export function examineHolds(
  form: Form,
  condition: Condition | null,
  place: Finding['place'],
  about: string,
  what: string,
): Finding[] {
  if (!condition) return []
  return (
    unlessTooMany(() => {
      const cases = Cases.of(form, [condition])
      if (!cases || cases.where(condition).length > 0) return []
      return [finding('fault', place)(about, `${what} can never hold: ${tellWhy(form, cases, condition)}.`)]
    }) ?? []
  )
}

/** Why nothing meets a condition: the fewest of its parts that nothing meets together. */
function tellWhy(form: Form, cases: Cases, condition: Condition): string {
  const parts = partsJoined(condition)
  const core = fewest(parts, (some) => cases.where({ all: [...some] }).length === 0)
  const words = core.map((part) => `“${describeCondition(vocabularyOf(form), part)}”`)
  if (core.length > 1) return `${listed(words)} exclude each other`
  return core[0] && isTest(core[0]) ? `no answer meets ${words[0]}` : `its parts exclude each other in ${words[0]}`
}

/** The parts that must all hold. */
function partsJoined(condition: Condition): Condition[] {
  if (isTest(condition)) return [condition]
  const [join, parts] = openGroup(condition)
  if (join === 'all' || parts.length === 1) {
    return join === 'none' ? [condition] : parts.flatMap(partsJoined)
  }
  return join === 'none' ? parts.map((part) => ({ none: [part] })) : [condition]
}

/** Takes away what is not needed for something to hold of the rest, from the first on. */
function fewest<T>(all: readonly T[], holds: (some: readonly T[]) => boolean): readonly T[] {
  return all.reduce<readonly T[]>(
    (kept, one) => {
      const without = kept.filter((other) => other !== one)
      return without.length > 0 && holds(without) ? without : kept
    },
    [...all],
  )
}

/** One of several that are tried in their order, the first that fits being taken. */
export interface Tried {
  about: string
  /** “Row 2”, “the outcome “Big kilns””. */
  called: string
  condition: Condition | null
  /** Whether it has faults of its own: nothing is said of its reach then. */
  isFaulty: boolean
}

export interface Reach {
  /** Of those that nobody comes to: the few before them that take everything they fit, and one case of it. */
  covered: { tried: Tried; by: readonly Tried[]; example: string }[]
  /** A case that none of them fits, in words; `null` where there is none, `undefined` where that cannot be told. */
  gap: string | null | undefined
}

/** What is reached of those that are tried in order; `null` where that cannot be told. */
export function examineOrder(form: Form, all: readonly Tried[], firstOnly: boolean): Reach | null {
  const sound = all.filter(({ isFaulty }) => !isFaulty)
  return unlessTooMany(() => {
    const cases = Cases.of(
      form,
      sound.map(({ condition }) => condition),
    )
    if (!cases) return null
    const fits = new Map(sound.map((tried) => [tried, cases.where(tried.condition)]))
    const covered: Reach['covered'] = []
    const before: Tried[] = []
    let left: Region = cases.everything
    for (const tried of sound) {
      const own = fits.get(tried) ?? []
      if (firstOnly && own.length > 0 && meet(left, own).length === 0) {
        const by = fewest(
          before,
          (some) => some.reduce((rest, one) => minus(rest, fits.get(one) ?? []), own).length === 0,
        )
        covered.push({ tried, by, example: cases.tell(cases.example(own) ?? {}) })
      }
      left = minus(left, own)
      before.push(tried)
    }
    const gap = cases.example(left)
    return { covered, gap: sound.length < all.length ? undefined : gap && cases.tell(gap) }
  })
}

/** A row of a routing table as the condition that all its cells are. */
export const conditionOf = ({ cells }: Route): Condition | null => {
  const all = Object.entries(cells).map(([value, cell]): Test => ({ value, ...cell }))
  return all.length === 0 ? null : { all }
}
