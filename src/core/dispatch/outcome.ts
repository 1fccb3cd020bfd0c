import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { mergeFields, renderLine, renderTemplate } from './template'

/** What the visitor sees after sending. */
export interface Outcome {
  title: string
  body: string
}

export function chooseOutcome(form: Form, values: Answers): Outcome {
  const fields = mergeFields(form, values)
  return {
    title: renderLine(form.outcome.title, fields),
    body: renderTemplate(form.outcome.body, fields),
  }
}
