import type { Form } from './definition'
import { wordingsRead } from './localize'
import { setTranslations, translationsIn } from './translation_edits'

/** A wording in one of a form's other languages, and how it stands to its source. */
export interface SheetCell {
  text: string
  /** `older`: its source has changed since. */
  state: 'there' | 'missing' | 'older'
}

/** One wording: its place, what was written, and what it is in each other language. */
export interface SheetRow {
  key: string
  source: string
  cells: Readonly<Record<string, SheetCell>>
}

/** What stands at one place, as it comes in from outside: `of` is the wording that it translates. */
export interface Incoming {
  key: string
  of: string
  text: string
}

/** Every wording that visitors read, with what it is in the form's other languages. */
export function translationSheet(form: Form): SheetRow[] {
  const languages = form.languages.slice(1).map((tag) => [tag, translationsIn(form, tag)] as const)
  return wordingsRead(form).map(({ key, text: source }) => ({
    key,
    source,
    cells: Object.fromEntries(
      languages.map(([tag, translations]) => {
        const found = translations[key]
        const state = !found ? 'missing' : found.of === source ? 'there' : 'older'
        return [tag, { text: found?.text ?? '', state }]
      }),
    ),
  }))
}

/** How many wordings of a language are in a state. */
export const countCells = (rows: readonly SheetRow[], language: string, state: SheetCell['state']): number =>
  rows.filter(({ cells }) => cells[language]?.state === state).length

/**
 * Takes in what was translated outside. A text of a wording that has changed meanwhile is taken, and is older than
 * its source; an empty text leaves what there is, and so does a place that the form does not have. `taken` counts
 * the texts that changed something.
 */
export function takeTranslations(
  form: Form,
  language: string,
  incoming: readonly Incoming[],
): { form: Form; taken: number; strange: number } {
  const wordings = new Set(wordingsRead(form).map(({ key }) => key))
  const before = translationsIn(form, language)
  const known = incoming
    .map((one) => ({ ...one, text: one.text.trim() }))
    .filter(({ key, text }) => wordings.has(key) && text !== '')
  const changed = known.filter(({ key, of, text }) => before[key]?.text !== text || before[key]?.of !== of)
  const set = setTranslations(form, language, Object.fromEntries(changed.map(({ key, text }) => [key, text])))
  const sources = new Map(changed.map(({ key, of }) => [key, of]))
  const texts = Object.fromEntries(
    Object.entries(translationsIn(set, language)).map(([key, one]) => [
      key,
      { ...one, of: sources.get(key) ?? one.of },
    ]),
  )
  return {
    form: { ...set, translations: { ...set.translations, [language]: texts } },
    taken: changed.length,
    strange: incoming.filter(({ key }) => !wordings.has(key)).length,
  }
}
