import { type Answer, isList } from '../answers/answer'
import { isDay, showDay } from '../answers/day'
import type { Domain } from '../answers/kind'
import { labelOfOption, type Option } from '../answers/options'
import { showPlainly } from '../answers/show_plainly'

/** What answers land in. */
export const RECORD_TYPES = ['contact', 'company', 'deal', 'request'] as const

export type RecordType = (typeof RECORD_TYPES)[number]

export const RECORD_WORDS: Record<RecordType, string> = {
  contact: 'Contact',
  company: 'Company',
  deal: 'Deal',
  request: 'Request',
}

/** A field of one sort of record. */
export interface RecordField {
  record: RecordType
  name: string
  label: string
  type: FieldType
  /** What can be chosen, of the types that let choose. */
  options: Option[]
  /** Kept with what is stored in it, and offered no more. */
  retired: boolean
}

/** What a type of field stores of an answer, and how. */
interface FieldRules {
  words: string
  /** Domains whose answers it stores as they are. */
  stores: readonly Domain['is'][]
  /** Whether it stores the words of any other answer. */
  inWords?: boolean
  /** How it can join an answer with what is stored, beside replacing and keeping that. */
  joins?: 'add' | 'larger' | 'earlier'
  /** Whether it says who somebody is or how they are reached, rather than what they have or want. */
  tellsWho?: boolean
  /** Whether a value is sound for it. */
  takes(value: Answer, options: readonly Option[]): boolean
}

const isText = (value: Answer): boolean => typeof value === 'string'
const isNumber = (value: Answer): boolean => typeof value === 'number'
const isOption = (value: Answer, options: readonly Option[]): boolean =>
  options.some((option) => option.value === value)

const RULES = {
  text: { words: 'Text', stores: ['text'], inWords: true, joins: 'add', tellsWho: true, takes: isText },
  long_text: { words: 'Long text', stores: ['text'], inWords: true, joins: 'add', tellsWho: true, takes: isText },
  number: { words: 'Number', stores: ['number'], joins: 'larger', takes: isNumber },
  money: { words: 'Money', stores: ['number'], joins: 'larger', takes: isNumber },
  yes_no: { words: 'Yes or no', stores: ['yes or no'], takes: (value) => typeof value === 'boolean' },
  date: { words: 'Date', stores: ['day'], joins: 'earlier', takes: isDay },
  choice: { words: 'Choice', stores: ['one of', 'text'], takes: isOption },
  several_choices: {
    words: 'Several choices',
    stores: ['some of'],
    joins: 'add',
    takes: (value, options) => isList(value) && value.every((one) => isOption(one, options)),
  },
  phone: {
    words: 'Phone',
    stores: ['text'],
    tellsWho: true,
    takes: (value) => typeof value === 'string' && /^\+?[\d\s().-]{4,30}$/.test(value),
  },
  link: {
    words: 'Link',
    stores: ['text'],
    tellsWho: true,
    takes: (value) => typeof value === 'string' && /^https?:\/\/\S+$/.test(value),
  },
  person: {
    words: 'Person',
    stores: ['text'],
    tellsWho: true,
    takes: (value) => typeof value === 'string' && /^\S+@\S+$/.test(value),
  },
} satisfies Record<string, FieldRules>

export type FieldType = keyof typeof RULES

export const FIELD_TYPES = Object.keys(RULES) as FieldType[]

export const rulesOfField = (type: FieldType): FieldRules => RULES[type]

/** Whether a type of field has options. */
export const hasOptions = (type: FieldType): boolean => type === 'choice' || type === 'several_choices'

/** What is stored in a field, in words. */
export function showStored(field: RecordField | undefined, value: Answer | undefined): string {
  if (field && hasOptions(field.type)) {
    const values = isList(value) ? value : value === null || value === undefined ? [] : [value]
    return values.map((one) => (typeof one === 'object' ? '' : labelOfOption(field.options, one))).join(', ')
  }
  return field?.type === 'date' && isDay(value) ? showDay(value) : showPlainly(value)
}

export const findField = (fields: readonly RecordField[], record: RecordType, name: string): RecordField | undefined =>
  fields.find((field) => field.record === record && field.name === name)

const option = (value: string, label: string): Option => ({ value, label })

/** Fields that every workspace has, and that are never retired: what records are known by, and how far they are. */
export const BUILT_IN_FIELDS: readonly RecordField[] = [
  builtIn('contact', 'email', 'Email'),
  builtIn('contact', 'first_name', 'First name'),
  builtIn('contact', 'last_name', 'Last name'),
  builtIn('company', 'name', 'Name'),
  builtIn('deal', 'title', 'Title'),
  builtIn('deal', 'stage', 'Stage', [option('new', 'New'), option('won', 'Won'), option('lost', 'Lost')]),
  builtIn('request', 'title', 'Title'),
  builtIn('request', 'status', 'Status', [option('open', 'Open'), option('done', 'Done')]),
]

function builtIn(record: RecordType, name: string, label: string, options: Option[] = []): RecordField {
  return { record, name, label, type: options.length > 0 ? 'choice' : 'text', options, retired: false }
}

export const isBuiltIn = ({ record, name }: Pick<RecordField, 'record' | 'name'>): boolean =>
  findField(BUILT_IN_FIELDS, record, name) !== undefined
