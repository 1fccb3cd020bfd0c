import type { Form } from './definition'
import { nameFrom } from './name_from'
import { type FormOutcome, type OutcomeWhen, USUAL_OUTCOME } from './outcomes'

/** Edits of what visitors see afterwards, as those of `edits.ts`. */

/** Adds an outcome with a condition still to be set, after the others that have one. */
export function addOutcome(form: Form): { form: Form; name: string } {
  const called = `Outcome ${form.outcomes.length + 1}`
  const name = nameFrom(
    called,
    form.outcomes.map((outcome) => outcome.name),
  )
  const made: OutcomeWhen = { ...USUAL_OUTCOME, name, called, when: null }
  return { form: { ...form, outcomes: [...form.outcomes, made] }, name }
}

/** Changes the outcome of that name; the one for all others where it is `null`. */
export const updateOutcome = (form: Form, name: string | null, change: Partial<OutcomeWhen>): Form =>
  name === null
    ? { ...form, outcome: { ...form.outcome, ...change } as FormOutcome }
    : {
        ...form,
        outcomes: form.outcomes.map((outcome) => (outcome.name === name ? { ...outcome, ...change } : outcome)),
      }

export const removeOutcome = (form: Form, name: string): Form => ({
  ...form,
  outcomes: form.outcomes.filter((outcome) => outcome.name !== name),
})

/** Moves an outcome before the one above it: the first that fits wins. */
export function raiseOutcome(form: Form, name: string): Form {
  const at = form.outcomes.findIndex((outcome) => outcome.name === name)
  const raised = form.outcomes[at]
  return raised && at > 0 ? { ...form, outcomes: form.outcomes.toSpliced(at, 1).toSpliced(at - 1, 0, raised) } : form
}
