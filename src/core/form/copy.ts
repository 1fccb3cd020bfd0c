import { blankForm } from './blank'
import { type Form, formSchema, type Question } from './definition'
import { wordingsRead } from './localize'
import { findMarked, type Wording } from './marked'

/** What a copy can leave behind of the form it is made from; its questions and carried values always come. */
export const COPY_PARTS = ['landings', 'told', 'outcomes', 'look', 'languages', 'rehearsals'] as const

export type CopyPart = (typeof COPY_PARTS)[number]

const LEAVE: Readonly<Record<Exclude<CopyPart, 'rehearsals'>, (form: Form) => Form>> = {
  landings: (form) => ({
    ...form,
    steps: form.steps.map((step) => ({
      ...step,
      questions: step.questions.map((question) => ({ ...question, lands: [] })),
    })),
    carried: form.carried.map((value) => ({ ...value, lands: [] })),
    records: blank().records,
    joins: [],
  }),
  told: (form) => ({ ...form, routing: blank().routing, messages: blank().messages, targets: [] }),
  outcomes: (form) => ({ ...form, outcomes: [], outcome: blank().outcome }),
  look: (form) => ({ ...form, look: blank().look }),
  languages: (form) => ({ ...form, languages: form.languages.slice(0, 1), translations: {} }),
}

const blank = (): Form => blankForm('Blank')

/** Inlets are of one form: what theirs call a question says nothing in another. */
const fedByNobody = (form: Form): Form =>
  form.steps.some(({ questions }) => questions.some(({ sentAs }) => sentAs !== undefined))
    ? {
        ...form,
        steps: form.steps.map((step) => ({
          ...step,
          questions: step.questions.map(({ sentAs: _, ...question }) => question as Question),
        })),
      }
    : form

/**
 * A copy of a form under a title of its own, without some of its parts. What the title was in other languages is
 * none of the new one. Rehearsals are no part of a definition: whoever copies sees to them.
 */
export function copyAs(form: Form, title: string, without: readonly CopyPart[] = []): Form {
  const kept = without.reduce((copy, part) => (part === 'rehearsals' ? copy : LEAVE[part](copy)), fedByNobody(form))
  if (title === form.title) return kept
  const translations = Object.fromEntries(
    Object.entries(kept.translations).map(([language, texts]) => [
      language,
      Object.fromEntries(Object.entries(texts ?? {}).filter(([key]) => key !== 'title')),
    ]),
  )
  return { ...kept, title, translations }
}

/**
 * The texts of a form, translations with them, in which one of these names stands: what a copy still says of the
 * form it was made from. Letters in upper and lower case are alike.
 */
export function speaksOf(form: Form, names: readonly string[]): Wording[] {
  const sought = names.map(fold).filter((name) => name !== '')
  const written = new Map<string, string>()
  for (const { key, text } of wordingsRead(form)) written.set(key, text)
  for (const { key, text } of findMarked<Form>(formSchema, form, { mark: 'mayUseAnswers' })) written.set(key, text)
  const own = [...written].map(([key, text]) => ({ key, text }))
  const translated = Object.values(form.translations).flatMap((texts) =>
    Object.entries(texts ?? {}).map(([key, { text }]) => ({ key, text })),
  )
  return [...own, ...translated].filter(({ text }) => sought.some((name) => fold(text).includes(name)))
}

const fold = (text: string): string => text.trim().toLowerCase()
