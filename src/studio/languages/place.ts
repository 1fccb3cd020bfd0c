import { PART_WORDS } from '@/core/form/differences'
import type { Form } from '@/core/form/definition'
import { findQuestion } from '@/core/form/values'

const PLACES: Readonly<Record<string, string>> = {
  title: 'the form’s title',
  intro: 'the introduction',
  'wording.back': 'the button back',
  'wording.next': 'the button on',
  'wording.last': 'the button before the last step',
  'wording.send': 'the button that sends',
  'marks.symbol': 'the mark',
  'look.standing.heading': 'heading beside the questions',
  'look.standing.text': 'text beside the questions',
  'outcome.title': 'outcome, title',
  'outcome.body': 'outcome, text',
}

/** Where a wording stands, for whoever translates it. */
export function placeInWords(form: Form, key: string): string {
  const known = PLACES[key]
  if (known) return known
  const [what = '', name = '', part = '', item = '', ...rest] = key.split('.')
  if (what === 'questions') {
    const label = findQuestion(form, name)?.label ?? name
    if (part === 'label') return 'question'
    if (part === 'options' || part === 'rows')
      return `“${label}”, ${rest.includes('alt') ? 'picture' : 'choice'} ${item}`
    return `“${label}”, ${PART_WORDS[part] ?? part}`
  }
  if (what === 'steps') return 'heading of a step'
  if (what === 'messages') return `mail to the visitor, ${part === 'subject' ? 'subject' : 'text'}`
  if (what === 'outcomes') return `outcome ${name}, ${part === 'links' ? 'link' : part === 'title' ? 'title' : 'text'}`
  return key
}
