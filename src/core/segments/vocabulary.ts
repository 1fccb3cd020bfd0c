import type { Answer, Path } from '../answers/answer'
import { isDay, showDay } from '../answers/day'
import type { Domain } from '../answers/kind'
import { showPlainly } from '../answers/show_plainly'
import { findField, type FieldType, type RecordField, showStored } from '../fields/field'
import type { Form } from '../form/definition'
import { showAt } from '../form/show'
import { domainAt, labelAt, pathsOf, questionsAsked } from '../form/values'
import type { Vocabulary } from '../logic/vocabulary'
import type { ListInfo, Owner } from '../records/record'
import { pathOfAnswer, type Place, readPlace } from './place'

/** What is known of a workspace by whoever says which people are meant. */
export interface AroundPeople {
  fields: readonly RecordField[]
  lists: readonly ListInfo[]
  members: readonly Owner[]
  /** Forms that people can have sent. */
  forms: readonly { slug: string; name: string }[]
  /** Those whose answers can be asked for, as they are live. */
  asked: ReadonlyMap<string, Form>
  /** Where visits came from. */
  sources: readonly string[]
}

const DOMAINS: Record<FieldType, (field: RecordField) => Domain> = {
  text: () => ({ is: 'text' }),
  long_text: () => ({ is: 'text' }),
  phone: () => ({ is: 'text' }),
  link: () => ({ is: 'text' }),
  person: () => ({ is: 'text' }),
  number: () => ({ is: 'number', least: null, most: null, step: null }),
  money: () => ({ is: 'number', least: null, most: null, step: null }),
  yes_no: () => ({ is: 'yes or no', canBeBlank: true }),
  date: () => ({ is: 'day', least: null, most: null }),
  choice: ({ options }) => ({ is: 'one of', values: options.map(({ value }) => value), open: true }),
  several_choices: ({ options }) => ({ is: 'some of', values: options.map(({ value }) => value), open: true }),
}

const DAY: Domain = { is: 'day', least: null, most: null }
const COUNT: Domain = { is: 'number', least: 0, most: null, step: 1 }

/** What can be asked of people, and how it is called. */
export function vocabularyOfPeople(around: AroundPeople): Vocabulary {
  const { fields, lists, members, forms, asked, sources } = around
  const fieldOf = (place: Place): RecordField | undefined =>
    place.is === 'contact field' || place.is === 'company field'
      ? findField(fields, place.is === 'contact field' ? 'contact' : 'company', place.field)
      : undefined
  const nameOf = (form: string): string => forms.find(({ slug }) => slug === form)?.name ?? form
  const domainOf = (place: Place): Domain | null => {
    switch (place.is) {
      case 'contact field':
      case 'company field': {
        const field = fieldOf(place)
        return field ? DOMAINS[field.type](field) : null
      }
      case 'owner':
        return { is: 'one of', values: members.map(({ id }) => id), open: true }
      case 'lists':
        return { is: 'some of', values: lists.map(({ name }) => name), open: true }
      case 'sent':
        return { is: 'some of', values: forms.map(({ slug }) => slug), open: true }
      case 'sources':
        return { is: 'some of', values: sources, open: true }
      case 'first source':
        return { is: 'one of', values: sources, open: true }
      case 'known since':
        return DAY
      case 'last sent':
        return place.as === 'day' ? DAY : COUNT
      case 'submissions':
        return COUNT
      case 'answer': {
        const form = asked.get(place.form)
        return form ? domainAt(form, place.path) : null
      }
    }
  }
  const labelOf = (place: Place): string => {
    switch (place.is) {
      case 'contact field':
        return fieldOf(place)?.label ?? place.field
      case 'company field':
        return `Company · ${fieldOf(place)?.label ?? place.field}`
      case 'owner':
        return 'Owner'
      case 'lists':
        return 'Lists'
      case 'sent':
        return 'Forms they sent'
      case 'sources':
        return 'Sources they came from'
      case 'first source':
        return 'Source they first came from'
      case 'known since':
        return 'Known since'
      case 'submissions':
        return 'How often they sent a form'
      case 'last sent': {
        const what = place.form === null ? 'a form' : `“${nameOf(place.form)}”`
        return place.as === 'day' ? `Last sent ${what}` : `Days since they last sent ${what}`
      }
      case 'answer': {
        const form = asked.get(place.form)
        return `${nameOf(place.form)} · ${form ? labelAt(form, place.path) : place.path}`
      }
    }
  }
  const showIn = (place: Place, answer: Answer): string => {
    switch (place.is) {
      case 'contact field':
      case 'company field':
        return showStored(fieldOf(place), answer)
      case 'owner':
        return members.find(({ id }) => id === answer)?.name ?? 'somebody who has left'
      case 'lists':
        return lists.find(({ name }) => name === answer)?.title ?? showPlainly(answer)
      case 'sent':
        return nameOf(showPlainly(answer))
      case 'answer': {
        const form = asked.get(place.form)
        return form ? showAt(form, place.path, answer) : showPlainly(answer)
      }
      case 'known since':
      case 'last sent':
        return isDay(answer) ? showDay(answer) : showPlainly(answer)
      case 'sources':
      case 'first source':
      case 'submissions':
        return showPlainly(answer)
    }
  }
  const at = <T>(path: Path, tell: (place: Place) => T, unknown: T): T => {
    const place = readPlace(path)
    return place ? tell(place) : unknown
  }
  return {
    paths: pathsTo(around),
    domainAt: (path) => at(path, domainOf, null),
    labelAt: (path) => at(path, labelOf, path),
    showAt: (path, answer) => at(path, (place) => showIn(place, answer), showPlainly(answer)),
  }
}

/** Everything that can be asked for, the commonest first. */
function pathsTo({ fields, forms, asked }: AroundPeople): Path[] {
  const inFields = (record: 'contact' | 'company') =>
    fields.flatMap((field) => (field.record === record && !field.retired ? [`${record}.${field.name}`] : []))
  return [
    'lists',
    'owner',
    ...inFields('contact'),
    ...inFields('company'),
    'sent',
    'submissions',
    'last_sent',
    'days_since',
    'known_since',
    'sources',
    'first_source',
    ...forms.flatMap(({ slug }) => [`last_sent.${slug}`, `days_since.${slug}`]),
    ...[...asked].flatMap(([slug, form]) =>
      pathsOf(
        form,
        questionsAsked(form).map(({ question }) => question.name),
      ).map((path) => pathOfAnswer(slug, path)),
    ),
  ]
}
