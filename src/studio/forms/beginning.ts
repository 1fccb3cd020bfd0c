import type { CopyPart } from '@/core/form/copy'
import type { Form } from '@/core/form/definition'
import { formFromText } from '@/core/form/from_text'
import { outcomesOf } from '@/core/form/outcomes'
import { questionsAsked } from '@/core/form/values'

/** What a form can be begun with. */
export type Start =
  | { with: 'nothing' }
  | { with: 'form'; slug: string; name: string }
  | { with: 'text' }
  | { with: 'file' }

/** What a form would bring along, in words: what always comes first. */
export interface Brought {
  part: CopyPart | null
  title: string
  says: string
}

const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`

export function tellBrought(form: Form): Brought[] {
  const asked = questionsAsked(form)
  const landing = [...asked.map(({ question }) => question), ...form.carried].filter(({ lands }) => lands.length > 0)
  const opened = [
    form.records.company && 'a company',
    form.records.deal && 'a deal',
    form.records.request && 'a request',
  ].filter(Boolean)
  const others = form.languages.length - 1
  const all: (Brought & { isThere: boolean })[] = [
    {
      part: null,
      title: `${count(asked.length, 'question')} in ${count(form.steps.length, 'step')}`,
      says:
        form.carried.length > 0 ? `${count(form.carried.length, 'carried value')} beside them` : 'and what shows when',
      isThere: true,
    },
    {
      part: 'landings',
      title: `${landing.length} land`,
      says:
        ['contact', ...opened].join(', ') +
        (form.joins.length > 0 ? `; ${count(form.joins.length, 'list')} joined` : ''),
      isThere: landing.length + form.joins.length > 0,
    },
    {
      part: 'told',
      title: `${count(form.routing.rows.length, 'route')}, ${count(form.messages.length, 'message')}`,
      says: form.messages.map(({ title }) => title).join(', '),
      isThere: form.routing.rows.length + form.messages.length > 0,
    },
    {
      part: 'outcomes',
      title: count(outcomesOf(form).length, 'outcome'),
      says: [
        ...form.outcomes.map(({ called }) => called),
        form.outcomes.length > 0 ? 'for all others' : 'for everybody',
      ].join(' · '),
      isThere: true,
    },
    { part: 'look', title: 'The look', says: 'theme, and what stands around the questions', isThere: true },
    {
      part: 'languages',
      title: count(others, 'more language'),
      says: 'with their translations',
      isThere: others > 0,
    },
    { part: 'rehearsals', title: 'Kept rehearsals', says: 'run again before each release', isThere: true },
  ]
  return all.filter(({ isThere }) => isThere)
}

/** The draft that a text or a file makes. */
export const draftFrom = (start: Start, title: string, text: string, file: Form | null): Form | undefined =>
  start.with === 'text' ? formFromText(title, text) : start.with === 'file' && file ? { ...file, title } : undefined
