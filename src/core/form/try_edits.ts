import type { Form } from './definition'
import { nameFrom } from './name_from'
import { type Try, trySchema } from './tries'

/** Edits of a form’s test values, as those of `edits.ts`. */

/** Adds test values that say nothing yet. */
export function addTry(form: Form): { form: Form; name: string } {
  const called = `Test values ${form.tries.length + 1}`
  const taken = form.tries.map(({ name }) => name)
  const made = trySchema.parse({ name: nameFrom(called, taken), called })
  return { form: { ...form, tries: [...form.tries, made] }, name: made.name }
}

export const updateTry = (form: Form, name: string, change: Partial<Omit<Try, 'name'>>): Form => ({
  ...form,
  tries: form.tries.map((one) => (one.name === name ? { ...one, ...change } : one)),
})

export const removeTry = (form: Form, name: string): Form => ({
  ...form,
  tries: form.tries.filter((one) => one.name !== name),
})
