import { mannerOf } from '@/core/kinds/registry'
import type { Form } from '@/core/form/definition'
import { questionsIn } from '@/core/form/values'
import type { Speech, TextKey, Words } from '@/core/language/texts'
import { visitorKindOf } from './kinds/registry'

/** What the script of every page may say. */
const ALWAYS: readonly TextKey[] = [
  'missing',
  'not_chosen',
  'not_text',
  'too_short',
  'too_long',
  'not_an_option',
  'wrong_answers',
  'step_of',
  'question_of',
  'offline',
  'untaken',
]

/** How the script of a page speaks: with the texts that its form may need, and no others. */
export function scriptWords(form: Form, { locale, texts }: Speech, preview: boolean): Words {
  const ofKinds = questionsIn(form).flatMap(({ question }) => [
    ...(mannerOf(question).texts ?? []),
    ...(visitorKindOf(question.kind).texts ?? []),
  ])
  const keys = new Set<TextKey>([...ALWAYS, ...ofKinds, ...(preview ? (['preview_unsent'] as const) : [])])
  return { locale, texts: Object.fromEntries([...keys].map((key) => [key, texts[key]])) }
}
