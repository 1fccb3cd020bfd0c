import { type Path, splitPath } from '../answers/answer'
import { AS_TEXT, type Domain, type Part } from '../answers/kind'
import { isAnswered, mannerOf, rulesOf } from '../kinds/registry'
import type { CarriedValue, Form, Question, Step } from './definition'

/** Everything a condition or a message can use, in the order visitors meet it. */

/** What stands in a form and is not switched off, prose included, each with its step. */
export const questionsIn = (form: Form): { step: Step; question: Question }[] =>
  form.steps.flatMap((step) => step.questions.filter(({ off }) => !off).map((question) => ({ step, question })))

/** The same without prose: every question, or computed value, that has an answer. */
export const questionsAsked = (form: Form): { step: Step; question: Question }[] =>
  questionsIn(form).filter(({ question }) => rulesOf(question).asks !== false)

/** The questions that somebody answers: not what is computed. */
export const answeredByHand = (form: Form): Question[] =>
  questionsIn(form).flatMap(({ question }) => (isAnswered(question) ? [question] : []))

/** What a visitor sees of what a form asks: not what is carried, nor computed out of their sight. */
export const questionsSeen = (form: Form): Question[] =>
  questionsIn(form).flatMap(({ question }) => (mannerOf(question).unseen?.(question) ? [] : [question]))

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
    .filter(({ lands }) => lands.some(({ record, field }) => record === 'contact' && field === 'email'))

/** The questions whose answer is a phone number of the contact’s, in order. */
export const phoneQuestions = (form: Form): Question[] =>
  questionsAsked(form)
    .map(({ question }) => question)
    .filter((one) => mannerOf(one).isPhone && one.lands.some(({ record }) => record === 'contact'))

/** The parts of a value; none of most. */
export function partsOf(form: Form, name: string): readonly Part[] {
  const domain = domainAt(form, name)
  return domain?.is === 'record' ? domain.parts : []
}

/** Everything that can stand at a path; `null` where the form has no such value. */
export function domainAt(form: Form, path: Path): Domain | null {
  const [name, part] = splitPath(path)
  const question = findQuestion(form, name)
  if (question && rulesOf(question).asks === false) return null
  const whole = question ? mannerOf(question).domain(question) : findCarried(form, name) ? AS_TEXT.domain() : null
  if (!part) return whole
  return whole?.is === 'record' ? (whole.parts.find((one) => one.name === part)?.domain ?? null) : null
}

/** What people call what stands at a path: “Your name · Last name”. */
export function labelAt(form: Form, path: Path): string {
  const [name, part] = splitPath(path)
  if (!part) return labelOf(form, name)
  return `${labelOf(form, name)} · ${partsOf(form, name).find((one) => one.name === part)?.label ?? part}`
}

/** The paths of these values, each followed by those of its parts. */
export const pathsOf = (form: Form, names: readonly string[]): Path[] =>
  names.flatMap((name) => [name, ...partsOf(form, name).map((part) => `${name}.${part.name}`)])

/** The paths of every value of a form: questions as they are asked, then carried values. */
export const pathsIn = (form: Form): Path[] =>
  pathsOf(form, [...questionsAsked(form).map(({ question }) => question.name), ...form.carried.map(({ name }) => name)])

/** What the condition of a question may look at: what is asked before it, and whatever is carried. */
export function valuesBefore(form: Form, name: string): string[] {
  const there = questionsIn(form).map(({ question }) => question.name)
  const at = there.indexOf(name)
  const before = at < 0 ? there : there.slice(0, at)
  const asked = questionsAsked(form).map(({ question }) => question.name)
  return [...asked.filter((one) => before.includes(one)), ...form.carried.map((carried) => carried.name)]
}

/** The same for the condition of a step. */
export function valuesBeforeStep(form: Form, name: string): string[] {
  const steps = form.steps.slice(
    0,
    Math.max(
      0,
      form.steps.findIndex((step) => step.name === name),
    ),
  )
  return namesOf(form, ({ step }) => steps.includes(step))
}

/** Values known once all was asked. */
export const valuesAtEnd = (form: Form): string[] => namesOf(form, () => true)

const namesOf = (form: Form, isKnown: (asked: ReturnType<typeof questionsAsked>[number]) => boolean): string[] => [
  ...questionsAsked(form)
    .filter(isKnown)
    .map(({ question }) => question.name),
  ...form.carried.map(({ name }) => name),
]

/** Whether whoever sends a form has answered a question, whatever else they answer: it must be, and always shows. */
export const isAlwaysAnswered = ({ step, question }: { step: Step; question: Question }): boolean =>
  question.required && question.turn === null && question.shownWhen === null && step.shownWhen === null
