import { joinPath } from '../answers/answer'
import type { Domain } from '../answers/kind'
import { mannerOf } from '../kinds/registry'
import type { Option } from '../answers/options'
import { type FieldType, hasOptions, type RecordField } from '../fields/field'
import { landsPlainly, type Translation, translationsFor } from '../fields/translate'
import type { Form, Landing } from './definition'
import { domainAt, findCarried, findQuestion, labelAt, partsOf, valuesThatLand } from './values'

/** A field that a value may land in, and how well it would. */
export interface Suggestion {
  field: RecordField
  /** `as it is` needs nothing more; `translated` lands one thing of it; `not` would be a fault. */
  fits: 'as it is' | 'translated' | 'not'
  /** Made from a value that fits only so. */
  translate?: Translation
  /** Whether the field is likely meant, by what it and the value are called. */
  likely: boolean
  /** Another value of the form that lands there already. */
  takenBy: string | null
}

/**
 * The fields that stand open to a value, or to one of its parts: those likely meant first, then those that fit, by
 * names, labels and kinds. Only a question for an address is ever likely, or fit, for a contact’s Email.
 */
export function suggestFields(
  form: Form,
  name: string,
  part: string | undefined,
  fields: readonly RecordField[],
): Suggestion[] {
  const path = joinPath(name, part)
  const domain = domainAt(form, path)
  const question = findQuestion(form, name)
  const isAddress = question !== undefined && mannerOf(question).isAddress === true && part === undefined
  const called = [
    path,
    part ?? name,
    labelAt(form, path),
    part ? '' : ((question ?? findCarried(form, name))?.label ?? ''),
  ]
  const ranked = fields
    .filter(({ retired }) => !retired)
    .map((field) => {
      const isEmail = field.record === 'contact' && field.name === 'email'
      const alike = isAddress === isEmail ? likeness(called, field) : isEmail ? -1 : 0
      const fit = isEmail && !isAddress ? NOT : fitOf(domain, field)
      const rank = alike * 4 + (isEmail && isAddress ? 40 : 0) + RANK[fit.fits] + (field.record === 'contact' ? 0.5 : 0)
      const likely = fit.fits !== 'not' && (alike >= LIKELY || (isEmail && isAddress))
      return { suggestion: { field, ...fit, likely, takenBy: takenBy(form, name, field) }, rank }
    })
  return ranked.toSorted((a, b) => b.rank - a.rank).map(({ suggestion }) => suggestion)
}

const NOT = { fits: 'not' } as const

const RANK: Readonly<Record<Suggestion['fits'], number>> = { 'as it is': 3, translated: 1, not: -20 }

/** From here on, names are so much alike that the field is likely meant. */
const LIKELY = 2

/** How much alike a value and a field are called: 3 the same, 2 one within the other, 1 a word in common. */
function likeness(called: readonly string[], { name, label }: RecordField): number {
  const theirs = [wordsIn(name), wordsIn(label)]
  const alike = called
    .filter(Boolean)
    .map(wordsIn)
    .flatMap((ours) => theirs.map((words) => compare(ours, words)))
  return Math.max(0, ...alike)
}

function compare(ours: readonly string[], theirs: readonly string[]): number {
  if (ours.length === 0 || theirs.length === 0) return 0
  const common = ours.filter((word) => theirs.includes(word)).length
  if (common === ours.length && common === theirs.length) return 3
  if (common === theirs.length || common === ours.length) return 2
  return common > 0 ? 1 : 0
}

const wordsIn = (text: string): string[] => [
  ...new Set(
    text
      .toLowerCase()
      .split(/[^\p{L}\p{N}]+/u)
      .filter((word) => word !== '' && !FILLERS.has(word)),
  ),
]

/** Words that say nothing of what is asked. */
const FILLERS: ReadonlySet<string> = new Set(
  'a an and are at by do does for have how in is it many much of on or our the this to we what when where which who with you your'.split(
    ' ',
  ),
)

function fitOf(domain: Domain | null, field: RecordField): Pick<Suggestion, 'fits' | 'translate'> {
  if (!domain) return { fits: 'as it is' }
  if (landsPlainly(domain, field.type) && takesOptions(domain, field)) return { fits: 'as it is' }
  const [translate] = translationsFor(domain, field.type)
  return translate ? { fits: 'translated', translate } : NOT
}

const takesOptions = (domain: Domain, { type, options }: RecordField): boolean =>
  !hasOptions(type) ||
  (domain.is !== 'one of' && domain.is !== 'some of') ||
  domain.values.every((value) => options.some((option) => option.value === value))

const takenBy = (form: Form, name: string, { record, name: field }: RecordField): string | null =>
  valuesThatLand(form).find(
    (value) =>
      value.name !== name && value.lands.some((landing) => landing.record === record && landing.field === field),
  )?.label ?? null

/** The landing that a suggestion stands for. */
export const landingOf = (
  { field, translate }: Pick<Suggestion, 'field' | 'translate'>,
  part: string | undefined,
): Landing => ({
  record: field.record,
  field: field.name,
  part,
  ifFilled: 'replace',
  trustedOnly: false,
  unless: [],
  translate,
})

/** Fields for each part of a value on its own, where each has one that is likely meant; `null` where one has none. */
export function suggestForParts(form: Form, name: string, fields: readonly RecordField[]): Landing[] | null {
  const parts = partsOf(form, name)
  const landings = parts.flatMap(({ name: part }) => {
    const best = suggestFields(form, name, part, fields).find(({ likely, fits }) => likely && fits === 'as it is')
    return best ? [landingOf(best, part)] : []
  })
  const distinct = new Set(landings.map(({ record, field }) => `${record}.${field}`))
  return parts.length > 1 && landings.length === parts.length && distinct.size === parts.length ? landings : null
}

/** What a field made for a value would store, so that it lands there as it is. */
export function fieldFor(domain: Domain | null): { type: FieldType; options: Option[] } {
  if ((domain?.is === 'one of' || domain?.is === 'some of') && !domain.open)
    return {
      type: domain.is === 'one of' ? 'choice' : 'several_choices',
      options: domain.values.map((value) => ({ value, label: value })),
    }
  return { type: (domain && PLAIN_FIELDS[domain.is]) ?? 'text', options: [] }
}

const PLAIN_FIELDS: Partial<Record<Domain['is'], FieldType>> = { number: 'number', day: 'date', 'yes or no': 'yes_no' }
