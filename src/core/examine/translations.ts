import { isBeyondPage } from '../answers/wording_uses'
import { examineTemplate } from '../form/template'
import { nameInEnglish } from '../language/languages'
import type { Form } from '../form/definition'
import { type Finding, finding } from './finding'
import { wordingsRead } from '../form/localize'
import type { Wording } from '../form/marked'
import { translationsIn } from '../form/translation_edits'

/** Examines what a form says in its other languages: what is missing, and what uses values otherwise than its source. */
export const examineTranslations = (form: Form): Finding[] =>
  form.languages.slice(1).flatMap((tag) => {
    const name = nameInEnglish(tag)
    const translations = translationsIn(form, tag)
    const wordings = wordingsRead(form)
    const missing = wordings.filter(({ key }) => !translations[key]).length
    const faults = wordings.flatMap((wording) => {
      const translation = translations[wording.key]
      return translation ? examineOne(name, wording, translation.text) : []
    })
    return [
      ...faults,
      ...(missing > 0
        ? [
            finding('warning', 'compose')(
              '',
              `${missing} of ${wordings.length} wordings ${missing === 1 ? 'is' : 'are'} not there in ${name}.`,
            ),
          ]
        : []),
    ]
  })

/** A translation uses the values that its source uses, in the way that its source may. */
function examineOne(language: string, { key, text }: Wording, translated: string): Finding[] {
  const fault = (words: string) => finding('fault', 'compose')(questionOf(key), `“${text}” in ${language} ${words}`)
  const [source, examined] = [examineTemplate(text), examineTemplate(translated)]
  if ('error' in examined) return [fault(`cannot be read: ${examined.error}`)]
  if (isBeyondPage(translated) && !isBeyondPage(text)) return [fault('has more in braces than a value.')]
  const known = new Map('error' in source ? [] : source.uses.map((use) => [use.path, use]))
  return examined.uses.flatMap(({ path, hasFallback }) => {
    const use = known.get(path)
    if (!use) return [fault(`uses “${path}”, which its source does not.`)]
    return use.hasFallback && !hasFallback
      ? [fault(`uses “${path}” without saying what to write when it is missing.`)]
      : []
  })
}

/** The question that a place is of; nothing where it is of none. */
const questionOf = (key: string): string => /^questions\.([^.]+)/.exec(key)?.[1] ?? ''
