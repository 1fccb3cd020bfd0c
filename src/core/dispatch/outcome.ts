import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { type MergeFacts, mergeFields, renderLineOr, renderOr } from './template'

/** What the visitor sees after sending. */
export interface Outcome {
  title: string
  body: string
}

/** Said where a form's own words cannot be made: sending never fails for them. */
const PLAIN: Outcome = { title: 'Thank you', body: 'We have your answers.' }

export function chooseOutcome(form: Form, values: Answers, facts: MergeFacts): Outcome {
  const fields = mergeFields(form, values, facts)
  return {
    title: renderLineOr(form.outcome.title, fields, PLAIN.title),
    body: renderOr(form.outcome.body, fields, PLAIN.body),
  }
}
