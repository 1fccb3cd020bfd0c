import type { AnswerError } from '../form/check'
import type { Form } from '../form/definition'
import { labelOf } from '../form/values'
import type { Plan } from '../plan/plan'
import { explainPlan } from './explain'

/** Answers run through a form: what they do, and what they would be refused for. */
export interface Run {
  form: Form
  plan: Plan
  errors: readonly AnswerError[]
}

/** What the same answers do through one form and not through another, in lines to read. */
export interface RunDifference {
  /** What the first does and the second does not. */
  gone: string[]
  /** What the second does and the first does not. */
  come: string[]
}

/**
 * What becomes different when the same answers, sent by the same person, run through another form; empty for
 * nothing. Reasons do not count: a row of the routing may move without anybody being told otherwise. Of answers
 * that are refused nothing happens, so of those only the refusals count.
 */
export function compareRuns(before: Run, after: Run): RunDifference {
  if (isRefused(before) || isRefused(after)) return differenceOf(tellTaking(before), tellTaking(after))
  const { gone, come } = differenceOf(tellDoing(before), tellDoing(after))
  return { gone, come: [...come, ...tellReworded(before.plan, after.plan)] }
}

const isRefused = ({ errors }: Run): boolean => errors.length > 0

const tellTaking = (run: Run): string[] =>
  isRefused(run)
    ? run.errors.map(({ name, message }) => `It is refused at “${labelOf(run.form, name)}”: ${message}`)
    : ['It is taken, and planned']

const tellDoing = ({ plan }: Run): string[] => explainPlan(plan).map(({ text }) => text)

/** Lines of the one and of the other alone; a line that stands twice in one counts twice. */
function differenceOf(before: readonly string[], after: readonly string[]): RunDifference {
  return { gone: without(before, after), come: without(after, before) }
}

function without(lines: readonly string[], others: readonly string[]): string[] {
  const left = [...others]
  return lines.filter((line) => {
    const at = left.indexOf(line)
    if (at >= 0) left.splice(at, 1)
    return at < 0
  })
}

/** What goes the same way in both, in other words. */
function tellReworded(before: Plan, after: Plan): string[] {
  const messages = after.messages.filter((message) => {
    const old = before.messages.find((one) => one.message === message.message && one.desk?.name === message.desk?.name)
    return old && (old.subject !== message.subject || old.text !== message.text)
  })
  const seen = ({ outcome }: Plan) => JSON.stringify({ ...outcome, because: null })
  const outcome = before.outcome.title === after.outcome.title && seen(before) !== seen(after)
  return [
    ...messages.map(({ title, desk, to }) => `“${title}” to ${desk?.title ?? to.join(', ')} reads otherwise`),
    ...(outcome ? [`“${after.outcome.title}” reads otherwise`] : []),
  ]
}
