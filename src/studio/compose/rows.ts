import type { CarriedValue, Form, Question, Step } from '@/core/form/definition'

/** The ledger's lines, top to bottom. */
export type Row =
  | { is: 'step'; key: string; step: Step; number: number }
  | { is: 'question'; key: string; question: Question; number: number }
  | { is: 'carried-head'; key: string }
  | { is: 'carried'; key: string; carried: CarriedValue; letter: string }

export function rowsOf(form: Form): Row[] {
  let number = 0
  const rows: Row[] = form.steps.flatMap((step, index): Row[] => [
    { is: 'step', key: `step:${step.name}`, step, number: index + 1 },
    ...step.questions.map((question): Row => {
      number++
      return { is: 'question', key: question.name, question, number }
    }),
  ])
  if (form.carried.length > 0) rows.push({ is: 'carried-head', key: 'carried' })
  form.carried.forEach((carried, index) =>
    rows.push({ is: 'carried', key: carried.name, carried, letter: String.fromCharCode(97 + (index % 26)) }),
  )
  return rows
}
