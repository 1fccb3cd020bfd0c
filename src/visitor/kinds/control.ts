import type { Question } from '@/core/form/definition'

/** What a kind's markup gets: the question, its value as text, and the ids that tie it to its texts. */
export interface ControlProps<K extends Question['kind'] = Question['kind']> {
  question: Extract<Question, { kind: K }>
  value: string
  id: string
  describedBy: string | undefined
  invalid: boolean
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
