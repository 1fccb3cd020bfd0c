import { KIND_NAMES } from '../kinds/registry'
import { type Form, formSchema } from './definition'
import { questionSchema } from './question'
import { upgradeForm } from './upgrade'

/** Reads a definition as somebody sends it, of whatever format; throws a ZodError for an unsound one. */
export const readForm = (definition: unknown): Form => formSchema.parse(upgradeForm(definition))

/**
 * Reads a definition that was sound when it was stored. A rule that has become stricter since never takes a
 * form down: what it would refuse stays as it was, and only what is newly known of forms is added. Throws for
 * what never was a definition.
 */
export function readStored(definition: unknown): Form {
  const upgraded = upgradeForm(definition)
  const read = formSchema.safeParse(upgraded)
  return read.success ? read.data : completeForm(upgraded as Form)
}

const blank = formSchema.parse({ title: 'x', steps: [{ name: 'x', title: 'x' }] })

/** Adds to a definition what it lacks, as it would be in one that says nothing of it. */
function completeForm(form: Form): Form {
  const [blankStep] = blank.steps
  return {
    ...blank,
    ...form,
    messages: (form.messages ?? []).map((message) => ({ ...message, waits: message.waits ?? null })),
    steps: form.steps.map((step) => ({
      ...blankStep,
      ...step,
      questions: (step.questions ?? []).map((question) => {
        if (!KIND_NAMES.includes(question.kind)) throw new Error(`There is no kind “${String(question.kind)}”`)
        return { ...questionSchema.parse({ kind: question.kind, name: 'x', label: 'x' }), ...question }
      }),
    })),
  }
}
