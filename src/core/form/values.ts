import type { CarriedValue, Form, Question, Step } from './definition'

/** Everything a condition or a message can use, in the order visitors meet it. */

/** A form's questions that are not switched off, each with its step. */
export const questionsAsked = (form: Form): { step: Step; question: Question }[] =>
  form.steps.flatMap((step) => step.questions.filter(({ off }) => !off).map((question) => ({ step, question })))

export const findQuestion = (form: Form, name: string): Question | undefined =>
  form.steps.flatMap(({ questions }) => questions).find((question) => question.name === name)

export const findCarried = (form: Form, name: string): CarriedValue | undefined =>
  form.carried.find((carried) => carried.name === name)

/** Every name in use, switched-off questions included. */
export const namesTaken = (form: Form): string[] => [
  ...form.steps.flatMap(({ questions }) => questions.map(({ name }) => name)),
  ...form.carried.map(({ name }) => name),
]

/** Every value with a landing: asked questions and carried values. */
export const valuesThatLand = (form: Form): (Question | CarriedValue)[] =>
  [...questionsAsked(form).map(({ question }) => question), ...form.carried].filter(({ lands }) => lands.length > 0)

/** The names of values in the form's order: questions as they are asked, then carried values, then any other. */
export function valuesInOrder(form: Form, values: Readonly<Record<string, unknown>>): string[] {
  const order = [...questionsAsked(form).map(({ question }) => question.name), ...form.carried.map(({ name }) => name)]
  const known = new Set(order)
  return [...order.filter((name) => Object.hasOwn(values, name)), ...Object.keys(values).filter((n) => !known.has(n))]
}

/** What people call a value: its label, or the name when there is none. */
export const labelOf = (form: Form, name: string): string =>
  (findQuestion(form, name) ?? findCarried(form, name))?.label ?? name

/** The questions whose answer may tell who it is, in order: the first that is answered on a visitor's way does. */
export const emailQuestions = (form: Form): Question[] =>
  questionsAsked(form)
    .map(({ question }) => question)
    .filter(({ lands }) => lands.some(({ field }) => field === 'email'))
