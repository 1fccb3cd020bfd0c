import { chooseLanguage } from '../language/choose'
import { languageOf, speak } from '../language/languages'
import type { Language, Speech } from '../language/texts'
import type { Form } from './definition'
import { localize } from './localize'

/** A form as one visitor reads it. */
export interface Spoken {
  /** Its wordings are in their language. */
  form: Form
  language: Language
  speech: Speech
}

/** The form in the first of the wanted languages that it has, or in its own. */
export function speakTo(form: Form, wanted: readonly string[]): Spoken {
  const { tag, locale } = chooseLanguage(form.languages, wanted)
  return { form: localize(form, tag), language: languageOf(tag), speech: speak(tag, locale) }
}
