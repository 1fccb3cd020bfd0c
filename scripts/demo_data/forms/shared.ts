import type { Picture } from '@/core/answers/pictures'
import type { FormInput } from '@/core/form/definition'

export const options = (...labels: string[]) =>
  labels.map((label) => ({
    value: label
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '_')
      .replace(/^_|_$/g, ''),
    label,
  }))

/** The same options, each with its picture. */
export const pictured = (shown: Readonly<Record<string, Picture>>, ...labels: string[]) =>
  options(...labels).map((option) => ({ ...option, picture: shown[option.value] ?? null }))

export const contactCarried: NonNullable<FormInput['carried']> = [
  {
    name: 'campaign',
    label: 'Campaign tag',
    fill: [{ from: 'link', parameter: 'utm_campaign' }],
    lands: [{ field: 'last_campaign', ifFilled: 'replace' }],
  },
  { name: 'page_before', label: 'Page before', fill: [{ from: 'page_before' }] },
]

type QuestionInput = NonNullable<FormInput['steps'][number]['questions']>[number]

/** Who it is: the address they are matched by, filled in for those who are known. */
export const emailQuestion = (label: string): QuestionInput => ({
  kind: 'email',
  name: 'email',
  label,
  required: true,
  fill: [{ from: 'record', field: 'email' }],
  lands: [{ field: 'email' }],
})

/** Their name in two parts, filled in for those who are known. */
export const nameQuestion = (label: string): QuestionInput => ({
  kind: 'person_name',
  name: 'person',
  label,
  required: true,
  fill: [
    { from: 'record', field: 'first_name', part: 'first' },
    { from: 'record', field: 'last_name', part: 'last' },
  ],
  lands: [
    { field: 'first_name', part: 'first' },
    { field: 'last_name', part: 'last' },
  ],
})
