import type { Answers } from '../answers/answer'
import type { Form } from '../form/definition'
import { type MergeFacts, mergeFields, reasonOf, renderLine, renderTemplate } from './template'

/** What the visitor sees after sending. */
export interface Outcome {
  title: string
  body: string
}

/** Said where a form's own words cannot be made: sending never fails for them. */
const PLAIN: Outcome = { title: 'Thank you', body: 'We have your answers.' }

export interface ChosenOutcome {
  outcome: Outcome
  /** What of the form's own words could not be made, and why. */
  unmade: string[]
}

export function chooseOutcome(form: Form, values: Answers, facts: MergeFacts): ChosenOutcome {
  const fields = mergeFields(form, values, facts)
  const unmade: string[] = []
  const make = (part: keyof Outcome, render: typeof renderTemplate): string => {
    try {
      return render(form.outcome[part], fields)
    } catch (error) {
      unmade.push(
        `The visitor read “${PLAIN[part]}”, since the outcome’s ${part} cannot be written: ${reasonOf(error)}`,
      )
      return PLAIN[part]
    }
  }
  return { outcome: { title: make('title', renderLine), body: make('body', renderTemplate) }, unmade }
}
