import type { Form } from './definition'
import { wordingsRead } from './localize'
import type { Translation } from './translation'

/** Edits of a form's translations. Each gives a new form, and leaves the one it was given as it is. */

/**
 * Sets what wordings are in a language, by their places; an empty text takes a translation away. What is set is
 * of the wordings as they are now. Places that the form does not have are left out.
 */
export function setTranslations(form: Form, language: string, texts: Readonly<Record<string, string>>): Form {
  const wordings = new Map(wordingsRead(form).map(({ key, text }) => [key, text]))
  const known = new Map<string, Translation>(Object.entries(translationsIn(form, language)))
  for (const [key, text] of Object.entries(texts)) {
    const of = wordings.get(key)
    if (of === undefined) continue
    if (text.trim() === '') known.delete(key)
    else known.set(key, { text, of })
  }
  return { ...form, translations: { ...form.translations, [language]: Object.fromEntries(known) } }
}

export const translationsIn = (form: Form, language: string): Readonly<Record<string, Translation>> =>
  (form.translations as Partial<Record<string, Record<string, Translation>>>)[language] ?? {}
