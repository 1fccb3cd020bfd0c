import type { Speech, TextKey } from '@/core/language/texts'
import type { ReactNode } from 'react'
import { type Moment, valueIn } from '@/core/answers/answer'
import type { ShownOn } from '@/core/answers/shown_on'
import type { Question } from '@/core/form/definition'
import type { Say } from '../said'

/** What a kind's markup gets: the question, its value as answered or as sent, and the ids that tie it to its texts. */
export interface ControlProps<K extends Question['kind'] = Question['kind']> {
  question: Extract<Question, { kind: K }>
  value: unknown
  id: string
  /** Whose page it is: what is shuffled is shuffled the same for one visit. */
  visit: string
  now: Moment
  /** Writes a wording for what is known of the visitor. */
  say: Say
  /** How they are spoken to. */
  speech: Speech
  describedBy: string | undefined
  invalid: boolean
}

/** How a visitor's page asks a kind. */
export interface VisitorKind<K extends Question['kind'] = Question['kind']> {
  Control: (props: ControlProps<K>) => ReactNode
  /** Whether answering it sends files, without a script as part of the form. */
  sendsFiles?: boolean
  /** Whether what was chosen stays chosen, as radio buttons do, so that it takes a button to take it back. */
  stays?: boolean
  /** Texts that its script says. */
  texts?: readonly TextKey[]
  /** Where it shows, for what only says something. */
  on?: (question: Extract<Question, { kind: K }>) => ShownOn
  /**
   * What ties the question's wording to the control: a label of one control, a legend over a group of
   * them, a legend over a control that has its own label, or nothing. What is unseen is not on the page at all.
   */
  frame: (question: Extract<Question, { kind: K }>) => 'label' | 'group' | 'own label' | 'bare' | 'unseen'
}

/** A value as text, as lists of texts, and the text of one part: what controls hold. */
export const asText = (value: unknown): string =>
  value === null || value === undefined || typeof value === 'object' ? '' : String(value)

export const asTexts = (value: unknown): string[] =>
  (Array.isArray(value) ? (value as unknown[]) : [value]).map(asText).filter(Boolean)

export const partText = (value: unknown, part: string): string =>
  typeof value === 'object' && value !== null ? asText(valueIn(value as Record<string, unknown>, part)) : ''

interface Described {
  describedBy: string | undefined
  invalid: boolean
  question: { required: boolean }
}

export const aria = ({ describedBy, invalid, question }: Described) => ({
  'aria-describedby': describedBy,
  'aria-invalid': invalid || undefined,
  'aria-required': question.required || undefined,
})
