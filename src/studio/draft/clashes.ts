import type { Form } from '@/core/form/definition'
import type { Clash } from '@/core/form/merge'
import { findQuestion } from '@/core/form/values'
import type { Condition } from '@/core/logic/condition'
import { describeCondition } from '@/core/logic/describe'
import { vocabularyOf } from '@/core/form/vocabulary'
import { placeInWords } from '../languages/place'

/** Where two drafts clash, in words, and what each made of it. */
export function tellClash(form: Form, { key, ours, theirs }: Clash) {
  return { where: placeOf(form, key), ours: tell(form, key, ours), theirs: tell(form, key, theirs) }
}

function placeOf(form: Form, key: string): string {
  const [what, name = '', part] = key.split('.')
  if (what === 'questions' && part === undefined) return `the question “${findQuestion(form, name)?.label ?? name}”`
  if (what === 'questions' && part === 'label') return `what “${findQuestion(form, name)?.label ?? name}” asks`
  return placeInWords(form, key)
}

function tell(form: Form, key: string, value: unknown): string {
  if (value === undefined) return 'taken away'
  if (value === null || value === '') return /[wW]hen$/.test(key) ? 'always' : 'nothing'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'string' || typeof value === 'number') return String(value)
  if (/[wW]hen$/.test(key)) return describeCondition(vocabularyOf(form), value as Condition)
  const labels = Array.isArray(value) ? value.map((one: unknown) => labelIn(one)) : [labelIn(value)]
  return labels.every(Boolean) && labels.length > 0 ? labels.join(', ') : 'set otherwise'
}

const labelIn = (one: unknown): string => {
  if (typeof one === 'string' || typeof one === 'number') return String(one)
  const { label, title, name } = (one ?? {}) as Record<string, unknown>
  const called = label ?? title ?? name
  return typeof called === 'string' ? called : ''
}
