import type { ReactNode } from 'react'
import type { Question } from '@/core/form/definition'

/** What a kind's markup gets: the question, its value as text, and the ids that tie it to its texts. */
export interface ControlProps<K extends Question['kind'] = Question['kind']> {
  question: Extract<Question, { kind: K }>
  value: string
  id: string
  describedBy: string | undefined
  invalid: boolean
}

/** How a visitor's page asks a kind. */
export interface VisitorKind<K extends Question['kind'] = Question['kind']> {
  Control: (props: ControlProps<K>) => ReactNode
  /**
   * What ties the question's wording to the control: a label of one control, a legend over a group of
   * them, or a legend over a control that has its own label.
   */
  frame: (question: Extract<Question, { kind: K }>) => 'label' | 'group' | 'own label'
}

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
