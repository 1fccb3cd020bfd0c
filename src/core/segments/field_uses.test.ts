import { describe, expect, it } from 'vitest'
import { formSchema } from '../form/definition'
import { BUILT_IN_FIELDS } from '../fields/field'
import { isUnused, usesOfFields } from './field_uses'

const region = {
  record: 'contact' as const,
  name: 'region',
  label: 'Region',
  type: 'text' as const,
  options: [],
  retired: false,
}
const house = { ...region, record: 'company' as const }
const fields = [...BUILT_IN_FIELDS, region, house]
const formOf = (question: object, carried: object[] = []) =>
  formSchema.parse({ title: 'Form', steps: [{ name: 'one', title: 'One', questions: [question] }], carried })

const asked = { kind: 'short_text', name: 'where', label: 'Where are you?' }
const uses = (...forms: ReturnType<typeof formOf>[]) =>
  usesOfFields(
    fields,
    forms.map((form, n) => ({ slug: `form-${n}`, name: `Form ${n}`, form })),
    [
      {
        title: 'Northerners',
        condition: {
          all: [
            { value: 'contact.region', is: 'equals', to: 'north' },
            { none: [{ value: 'contact.region', is: 'blank' }] },
          ],
        },
      },
    ],
  )
const of = (record: string, field: string, all: ReturnType<typeof uses>) =>
  all.find((one) => one.record === record && one.field === field)

describe('what uses a field', () => {
  it('is told of every form that writes or reads it, and of segments, each once', () => {
    const all = uses(
      formOf({ ...asked, lands: [{ field: 'region' }, { record: 'company', field: 'region' }] }),
      formOf({ ...asked, fill: [{ from: 'record', field: 'region' }] }, [
        {
          name: 'area',
          label: 'Area',
          lands: [{ field: 'region' }],
          fill: [{ from: 'record', record: 'company', field: 'region' }],
        },
      ]),
    )
    expect(of('contact', 'region', all)).toEqual({
      record: 'contact',
      field: 'region',
      written: [
        { form: 'form-0', formName: 'Form 0', value: 'Where are you?' },
        { form: 'form-1', formName: 'Form 1', value: 'Area' },
      ],
      read: [{ form: 'form-1', formName: 'Form 1', value: 'Where are you?' }],
      segments: ['Northerners'],
    })
    expect(of('company', 'region', all)).toMatchObject({
      written: [{ value: 'Where are you?' }],
      read: [{ value: 'Area' }],
      segments: [],
    })
  })

  it('is nothing where a question is switched off, or nobody names the field', () => {
    const all = uses(formOf({ ...asked, off: true, lands: [{ record: 'company', field: 'region' }] }))
    expect(all.filter((one) => !isUnused(one)).map(({ field }) => field)).toEqual(['region'])
  })
})
