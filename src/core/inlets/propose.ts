import { findField, type RecordField } from '../fields/field'
import { addQuestion, setRecords, updateQuestion } from '../form/edits'
import type { Form, Landing, Question } from '../form/definition'
import { landingOf, suggestFields, suggestForParts } from '../form/suggest_fields'
import { answeredByHand, findQuestion, partsOf } from '../form/values'
import { choicesIn } from '../imports/choices_in'
import { type KindName, mannerOf } from '../kinds/registry'
import type { InletSettings } from './inlet'
import type { Learned, Look } from './learn'
import { meaningOf, wordsOf } from './meanings'
import { feedsOf } from './read_came'

/** What a field of a form elsewhere is here: a question’s answer, or a part of it, that there is or is to be; or nothing. */
type Sense =
  | { to: 'question'; question: string; part?: string | undefined }
  /** `value` tells which fields become one question together. */
  | { to: 'new'; value: string; label: string; kind: KindName; part?: string | undefined }
  | { to: 'nothing' }

export interface Proposal {
  name: string
  sense: Sense
  /** Why, in words; empty where nothing speaks for anything. */
  because: string
}

/**
 * What each field most likely is: what was agreed on before; a question of what it means by its name, in the languages
 * that Lichen speaks, or of what comes in it; else a new question of a kind that takes what comes in it. What a name says is
 * not believed against what comes. Never two fields are proposed for one thing.
 */
export function proposeSenses(
  learned: readonly Learned[],
  form: Form,
  inlet: string,
  { leftOut, trap }: Pick<InletSettings, 'leftOut' | 'trap'>,
): Proposal[] {
  const taken = new Set<string>()
  const agreed = learned.map(({ name }): Proposal | null => {
    if (name === trap) return { name, sense: { to: 'nothing' }, because: 'whoever fills it in is spam' }
    const [feed] = feedsOf(form, inlet).filter((one) => one.name === name)
    if (!feed && leftOut.includes(name)) return { name, sense: { to: 'nothing' }, because: 'it is left out' }
    if (!feed) return null
    taken.add(keyOf(feed.question, feed.part))
    return { name, sense: { to: 'question', question: feed.question, part: feed.part }, because: 'it is agreed on' }
  })
  return learned.map((field, at) => agreed[at] ?? proposeFor(field, form, taken))
}

const keyOf = (value: string, part: string | undefined): string => `${value}.${part ?? ''}`

function proposeFor(field: Learned, form: Form, taken: Set<string>): Proposal {
  const { name, look } = field
  const meant = meaningOf(name)
  const believed = meant !== null && fits(meant.kind, field)
  const kind = believed ? meant.kind : kindOf(field)
  const part = believed ? meant.part : undefined
  const known = findAlike(form, kind, part, field).find((one) => !taken.has(keyOf(one.question, one.part)))
  const because = [
    believed && `it is called “${name}”`,
    (!believed || field.look !== null) && look !== null && SAID[look],
    !believed && field.files && 'files come in it',
  ].filter((one) => one !== false)
  if (isConstant(field) && !believed) return { name, sense: { to: 'nothing' }, because: 'the same came each time' }
  if (field.filled === 0 && !believed) return { name, sense: { to: 'nothing' }, because: 'nothing came in it yet' }
  if (known) {
    taken.add(keyOf(known.question, known.part))
    return { name, sense: { to: 'question', ...known }, because: because.join(', and ') }
  }
  const label = believed ? meant.label : labelOf(name)
  const value = believed ? meant.value : `${label} ${name}`
  const isFree = !taken.has(keyOf(`new ${value}`, part))
  taken.add(keyOf(`new ${value}`, part))
  return {
    name,
    sense: isFree
      ? { to: 'new', value, label, kind, part }
      : { to: 'new', value: name, label: labelOf(name), kind: kindOf(field) },
    because: isFree ? because.join(', and ') : '',
  }
}

/** Whether it says the same each time, as a button’s does. */
const isConstant = ({ filled, distinct, files, look }: Learned): boolean =>
  filled >= 5 && distinct === 1 && !files && look === null

const SAID: Readonly<Record<Look, string>> = {
  email: 'email addresses come in it',
  link: 'addresses of pages come in it',
  day: 'dates come in it',
  phone: 'phone numbers come in it',
  'yes or no': 'yes or no comes in it',
  number: 'numbers come in it',
}

/** Whether what comes in a field is of a kind. Where nothing came yet, its name is believed. */
function fits(kind: KindName, { look, filled, files }: Learned): boolean {
  if (files) return false
  const needed = LOOK_OF[kind]
  return filled === 0 || needed === undefined ? look !== 'email' || needed === 'email' || filled === 0 : look === needed
}

/** What comes in fields of these kinds, always. */
const LOOK_OF: Partial<Record<KindName, Look>> = {
  email: 'email',
  phone: 'phone',
  date: 'day',
  web_address: 'link',
  consent: 'yes or no',
}

/** The kind that takes what came. */
function kindOf({ look, files, long, distinct, samples, filled, several }: Learned): KindName {
  if (files) return 'file'
  if (look !== null) return KIND_OF[look]
  if (long) return 'long_text'
  if (several) return 'several_choices'
  // Only where all of them can be told.
  return filled >= 4 * distinct && distinct > 1 && distinct === samples.length ? 'single_choice' : 'short_text'
}

const KIND_OF: Readonly<Record<Look, KindName>> = {
  email: 'email',
  link: 'web_address',
  day: 'date',
  phone: 'phone',
  'yes or no': 'yes_no',
  number: 'number',
}

/** Questions there are that ask the same: of the kind where that says it all, and else called the same. */
function findAlike(
  form: Form,
  kind: KindName,
  part: string | undefined,
  field: Learned,
): { question: string; part: string | undefined }[] {
  const words = wordsOf(field.name).join(' ')
  const isOf = (question: Question) =>
    SAYS_ALL.has(kind)
      ? question.kind === kind
      : [question.name, question.label].some((called) => wordsOf(called).join(' ') === words)
  return answeredByHand(form)
    .filter((question) => isOf(question) && (part !== undefined || fits(question.kind, field)))
    .flatMap((question): { question: string; part: string | undefined }[] => {
      const parts = partsOf(form, question.name).map((one) => one.name)
      if (part === undefined) return parts.length === 0 ? [{ question: question.name, part }] : []
      return parts.includes(part) ? [{ question: question.name, part }] : []
    })
}

/** Kinds of which a form hardly has two that mean different things. */
const SAYS_ALL: ReadonlySet<KindName> = new Set(['email', 'phone', 'person_name', 'address', 'company', 'web_address'])

/** A field’s name as people would write it. */
export function labelOf(name: string): string {
  const words = name
    .replaceAll(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .replaceAll(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
  return words === '' ? name : `${words.charAt(0).toUpperCase()}${words.slice(1).toLowerCase()}`
}

/** What somebody agreed to: a sense for each name. */
export type Agreed = readonly { name: string; sense: Sense }[]

/**
 * The form with all that was agreed on: questions that are to be are added to its last step, in the order of the fields, each
 * landing where it is likely meant to; those that there are say what they are called elsewhere. Whatever fields of the inlet
 * were before is forgotten. An answer by a question or part that there is none of is left out.
 */
export function agreeOnSenses(
  form: Form,
  inlet: string,
  agreed: Agreed,
  learned: readonly Learned[],
  fields: readonly RecordField[],
): Form {
  const made = new Map<string, string>()
  let next = withoutFeeds(form, inlet)
  for (const { name, sense } of agreed) {
    if (sense.to === 'nothing') continue
    let question = sense.to === 'question' ? sense.question : made.get(sense.value)
    if (question === undefined && sense.to === 'new') {
      const added = addFor(next, sense, learned.filter((one) => one.name === name)[0])
      next = added.form
      question = added.name
      made.set(sense.value, question)
    }
    const found = question === undefined ? undefined : findQuestion(next, question)
    const { part } = sense
    if (!found || (part !== undefined && !partsOf(next, found.name).some((one) => one.name === part))) continue
    const feed = { inlet, name, ...(part !== undefined && { part }) }
    next = updateQuestion(next, found.name, { sentAs: [...(found.sentAs ?? []), feed] })
  }
  for (const name of made.values()) next = landWhereLikely(next, name, fields)
  return next
}

function addFor(form: Form, { label, kind, part }: Extract<Sense, { to: 'new' }>, learned: Learned | undefined) {
  const step = form.steps.at(-1)
  const after = step?.questions.at(-1)?.name ?? null
  const added = addQuestion(form, label, kind, { step: step?.name ?? '', after })
  const options =
    learned &&
    choicesIn(
      learned.samples.map((text) => ({ text, rows: 1 })),
      'choice',
    )
  const change = {
    // A name that comes whole is asked whole.
    ...(part === 'full' && { boxes: 'one' }),
    // What comes tomorrow may be something that never came yet.
    ...(mannerOf({ kind })
      .domain(findQuestion(added.form, added.name) as never)
      .is.endsWith(' of') && {
      options: (options ?? []).map((option) => ({ ...option, caption: '', picture: null, off: false })),
      other: 'Other',
    }),
  }
  return { form: updateQuestion(added.form, added.name, change as Partial<Question>), name: added.name }
}

const withoutFeeds = (form: Form, inlet: string): Form => ({
  ...form,
  steps: form.steps.map((step) => ({
    ...step,
    questions: step.questions.map((question) => {
      const kept = question.sentAs?.filter((one) => one.inlet !== inlet)
      return kept === undefined || kept.length === question.sentAs?.length
        ? question
        : { ...question, sentAs: kept.length > 0 ? kept : undefined }
    }),
  })),
})

/**
 * Lands a new question where it, or each of its parts, is likely meant to: in a contact, or, of a company’s name, in the
 * company they work for. A name that came whole lands as the first names and the last name in it.
 */
function landWhereLikely(form: Form, name: string, fields: readonly RecordField[]): Form {
  const question = findQuestion(form, name)
  if (!question) return form
  if (COMPANIES.has(question.kind)) {
    const field = findField(fields, 'company', 'name')
    return field
      ? setRecords(updateQuestion(form, name, { lands: [landingOf({ field }, undefined)] }), { company: true })
      : form
  }
  const offered = fields.filter(({ record }) => record === 'contact')
  const best = suggestFields(form, name, undefined, offered).find(({ likely, takenBy }) => likely && takenBy === null)
  const lands =
    suggestForParts(form, name, offered) ?? landWhole(form, name, offered) ?? (best ? [landingOf(best, undefined)] : [])
  return updateQuestion(form, name, { lands })
}

/** Kinds whose answers are the name of a company. */
const COMPANIES: ReadonlySet<KindName> = new Set(['company'])

/** Where a name that is asked in one box lands; `null` for any other value. */
function landWhole(form: Form, name: string, fields: readonly RecordField[]): Landing[] | null {
  if (!partsOf(form, name).some((part) => part.name === 'full')) return null
  return (
    [
      ['first_name', 'given_name'],
      ['last_name', 'family_name'],
    ] as const
  ).flatMap(([called, translate]) => {
    const field = findField(fields, 'contact', called)
    return field ? [landingOf({ field, translate }, 'full')] : []
  })
}
