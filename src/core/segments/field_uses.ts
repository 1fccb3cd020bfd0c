import type { RecordField, RecordType } from '../fields/field'
import type { Form } from '../form/definition'
import { questionsAsked } from '../form/values'
import { testsOf } from '../logic/condition'
import { sourceOf } from '../origins/registry'
import { readPlace } from './place'
import type { Segment } from './segment'

/** A value of a form that writes a field, or is filled from it. */
export interface FieldUse {
  /** The form, by its address, and what it is called. */
  form: string
  formName: string
  /** What the value is called there. */
  value: string
}

/** What writes a field, and what reads it, over all forms and segments. */
export interface FieldUses {
  record: RecordType
  field: string
  written: FieldUse[]
  read: FieldUse[]
  /** Titles of the segments that ask for it. */
  segments: string[]
}

interface NamedForm {
  slug: string
  name: string
  form: Form
}

/** The uses of every field that there is, in their order; switched-off questions use nothing. */
export function usesOfFields(
  fields: readonly RecordField[],
  forms: readonly NamedForm[],
  segments: readonly Pick<Segment, 'title' | 'condition'>[],
): FieldUses[] {
  const uses = new Map(
    fields.map(({ record, name }): [string, FieldUses] => [
      `${record} ${name}`,
      { record, field: name, written: [], read: [], segments: [] },
    ]),
  )
  for (const { slug, name, form } of forms)
    for (const value of [...questionsAsked(form).map(({ question }) => question), ...form.carried]) {
      const use: FieldUse = { form: slug, formName: name, value: value.label }
      for (const { record, field } of value.lands) uses.get(`${record} ${field}`)?.written.push(use)
      for (const fill of value.fill) {
        const read = sourceOf(fill).stored?.(fill)
        if (read?.read === 'field') uses.get(`${read.record} ${read.field}`)?.read.push(use)
      }
    }
  for (const { title, condition } of segments)
    for (const asked of new Set(testsOf(condition).flatMap(({ value }) => fieldIn(value))))
      uses.get(asked)?.segments.push(title)
  return [...uses.values()]
}

/** The field that a test of people asks for, if it asks for one. */
function fieldIn(path: string): string[] {
  const place = readPlace(path)
  if (place?.is === 'contact field') return [`contact ${place.field}`]
  return place?.is === 'company field' ? [`company ${place.field}`] : []
}

/** Whether nothing at all uses a field. */
export const isUnused = ({ written, read, segments }: FieldUses): boolean =>
  written.length + read.length + segments.length === 0
