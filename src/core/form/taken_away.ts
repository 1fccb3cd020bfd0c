import { nameInEnglish } from '../language/languages'
import type { Form } from './definition'
import { labelOf, questionsAsked } from './values'
import { translationsIn } from './translation_edits'

/** What one definition has and another has not, of what people may have given, or read. */
export interface TakenAway {
  /** Values whose answers would have no place: what they are called, by their names. */
  values: { name: string; label: string }[]
  /** Languages that would be spoken no more. */
  languages: string[]
  /** How many translations would be lost in each language that stays. */
  translations: { language: string; n: number }[]
}

/** What is taken away where `then` takes the place of `now`. */
export function findTakenAway(now: Form, then: Form): TakenAway {
  const kept = new Set(valuesOf(then))
  const stays = now.languages.slice(1).filter((tag) => then.languages.includes(tag))
  return {
    values: valuesOf(now).flatMap((name) => (kept.has(name) ? [] : [{ name, label: labelOf(now, name) }])),
    languages: now.languages.filter((tag) => !then.languages.includes(tag)),
    translations: stays.flatMap((language) => {
      const after = translationsIn(then, language)
      const n = Object.keys(translationsIn(now, language)).filter((key) => after[key] === undefined).length
      return n === 0 ? [] : [{ language, n }]
    }),
  }
}

const valuesOf = (form: Form): string[] => [
  ...questionsAsked(form).map(({ question }) => question.name),
  ...form.carried.map(({ name }) => name),
]

/** How many sent an answer to a value, and how many unfinished entries hold one. */
export interface Holding {
  sent: number
  unfinished: number
}

/** What is taken away, in lines to read; `held` tells what there is of each value by now. */
export const tellTakenAway = (
  { values, languages, translations }: TakenAway,
  held: Readonly<Record<string, Holding>>,
): string[] => [
  ...values.map(({ name, label }) => `“${label}” would be no more: ${tellHolding(held[name])}`),
  ...languages.map((tag) => `It would be read in ${nameInEnglish(tag)} no more`),
  ...translations.map(
    ({ language, n }) => `${n} ${n === 1 ? 'translation' : 'translations'} in ${nameInEnglish(language)} would be gone`,
  ),
]

function tellHolding({ sent, unfinished }: Holding = { sent: 0, unfinished: 0 }): string {
  if (sent + unfinished === 0) return 'nobody has answered it'
  const entries = unfinished === 1 ? 'unfinished entry, whose answer' : 'unfinished entries, whose answers'
  return [
    ...(sent > 0 ? [`${sent} sent an answer, which stays with what they sent`] : []),
    ...(unfinished > 0 ? [`${unfinished} ${entries} would have no place`] : []),
  ].join('; ')
}
