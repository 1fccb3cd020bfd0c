import type { CarriedValue, Form, Question, Step } from '@/core/form/definition'

/** The ledger's lines, top to bottom. */
export type Row =
  | { is: 'step'; key: string; step: Step; number: number }
  | { is: 'band'; key: string }
  | { is: 'question'; key: string; question: Question; number: number }
  | { is: 'carried-head'; key: string }
  | { is: 'carried'; key: string; carried: CarriedValue; letter: string }

export function rowsOf(form: Form): Row[] {
  let number = 0
  const rows: Row[] = form.steps.flatMap((step, index): Row[] => [
    { is: 'step', key: `step:${step.name}`, step, number: index + 1 },
    ...step.questions.flatMap((question, at): Row[] => {
      number++
      const begins = question.turn !== null && (step.questions[at - 1]?.turn ?? null) === null
      return [
        ...(begins ? [{ is: 'band' as const, key: `band:${question.name}` }] : []),
        { is: 'question', key: question.name, question, number },
      ]
    }),
  ])
  if (form.carried.length > 0) rows.push({ is: 'carried-head', key: 'carried' })
  form.carried.forEach((carried, index) =>
    rows.push({ is: 'carried', key: carried.name, carried, letter: String.fromCharCode(97 + (index % 26)) }),
  )
  return rows
}
