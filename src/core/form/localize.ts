import { valueIn } from '../answers/answer'
import { type Form, formSchema } from './definition'
import { changeMarked, findMarked, type Wording } from './marked'
import type { Translation } from './translation'

/** What goes to a desk no visitor reads. */
const READ = { mark: 'visitorsRead', isLeft: (value: object) => 'to' in value && value.to === 'desk' } as const

const isTranslated = (text: string): boolean => /\p{L}/u.test(text)

/** Every wording of a form that visitors read, in its order. What has no letters needs no translation. */
export const wordingsRead = (form: Form): Wording[] =>
  findMarked<Form>(formSchema, form, READ).filter(({ text }) => isTranslated(text))

const localized = new WeakMap<Form, Map<string, Form>>()

/** The same form as it is read in one of its languages. What is not translated stays as it was written. */
export function localize(form: Form, language: string): Form {
  const translations = valueIn(form.translations as Record<string, Record<string, Translation>>, language)
  if (language === form.languages[0] || !translations) return form
  const known = localized.get(form) ?? new Map<string, Form>()
  localized.set(form, known)
  const before = known.get(language)
  if (before) return before
  const made = changeWordings(form, ({ key, text }) => valueIn(translations, key)?.text ?? text)
  known.set(language, made)
  return made
}

/** The form with each of its wordings as `change` says. */
export const changeWordings = (form: Form, change: (wording: Wording) => string): Form =>
  changeMarked<Form>(formSchema, form, {
    ...READ,
    change: (wording) => (isTranslated(wording.text) ? change(wording) : wording.text),
  })
