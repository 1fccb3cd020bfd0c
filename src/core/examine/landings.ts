import type { Domain } from '../answers/kind'
import { joinPath } from '../answers/answer'
import { mannerOf } from '../kinds/registry'
import { findField, hasOptions, RECORD_WORDS, type RecordField, type RecordType, rulesOfField } from '../fields/field'
import { landsPlainly, rulesOfTranslation, translationsFor } from '../fields/translate'
import type { CarriedValue, Form, Landing, Question } from '../form/definition'
import { type Finding, finding } from './finding'
import { listed } from '../formats/listed'
import { domainAt, emailQuestions, labelAt, partsOf, questionsAsked } from '../form/values'

const fault = finding('fault', 'records')
const warning = finding('warning', 'records')
const note = finding('note', 'records')

type Value = Question | CarriedValue

/** Examines where values land: fields that are not there, and values that do not fit theirs. */
export function examineLandings(form: Form, fields: readonly RecordField[]): Finding[] {
  const values: Value[] = [...questionsAsked(form).map(({ question }) => question), ...form.carried]
  return [
    ...values.flatMap((value) => [
      ...examineParts(form, value),
      ...value.lands.flatMap((landing) => examineLanding(form, value, landing, fields)),
      ...examineLost(form, value),
      ...noteNowhere(form, value),
    ]),
    ...examineTwice(values),
    ...examineEmails(form),
    ...examineOwnerless(form),
  ]
}

const examineParts = (form: Form, value: Value): Finding[] =>
  [...value.lands, ...value.fill]
    .flatMap(({ part }) => part ?? [])
    .filter((part) => !partsOf(form, value.name).some(({ name }) => name === part))
    .map((part) => fault(value.name, `“${value.label}” has no part “${part}”.`))

/** Whether a field that a value names is there. */
export function examineField(
  value: Pick<Value, 'name' | 'label'>,
  record: RecordType,
  name: string,
  fields: readonly RecordField[],
): Finding[] {
  const field = findField(fields, record, name)
  if (!field) return [fault(value.name, `“${value.label}” names a ${record} field “${name}” that does not exist.`)]
  return field.retired
    ? [warning(value.name, `“${value.label}” uses “${field.label}”, which is retired. What is stored stays.`)]
    : []
}

function examineLanding(form: Form, value: Value, landing: Landing, fields: readonly RecordField[]): Finding[] {
  const { record } = landing
  const findings = examineField(value, record, landing.field, fields)
  if (record !== 'contact' && !form.records[record])
    findings.push(fault(value.name, `“${value.label}” lands in a ${record}, but the form opens or updates none.`))
  const field = findField(fields, record, landing.field)
  const path = joinPath(value.name, landing.part)
  const domain = domainAt(form, path)
  return field && domain
    ? [...findings, ...examineFit(labelAt(form, path), value.name, domain, field, landing)]
    : findings
}

const DOMAIN_WORDS: Record<Domain['is'], string> = {
  'one of': 'a choice',
  'some of': 'a choice of several',
  number: 'a number',
  day: 'a date',
  time: 'a time',
  'yes or no': 'a yes or no',
  text: 'text',
  files: 'a file',
  record: 'a value of several parts',
}

/** “A date does not land in a number”, with the translation that would mend it. */
function examineFit(
  label: string,
  about: string,
  domain: Domain,
  field: RecordField,
  { translate, unless }: Landing,
): Finding[] {
  const into = `“${RECORD_WORDS[field.record]} · ${field.label}”`
  const mends = translationsFor(domain, field.type)
  if (translate) {
    if (mends.includes(translate)) return []
    return [fault(about, `“${label}” cannot land in ${into} as ${rulesOfTranslation(translate).words}.`)]
  }
  if (!landsPlainly(domain, field.type)) {
    const what = `“${label}” is ${DOMAIN_WORDS[domain.is]}, which does not land in ${into} (${rulesOfField(field.type).words.toLowerCase()})`
    const mend = mends.map((translation) => rulesOfTranslation(translation).words).join(' or ')
    return [fault(about, mend ? `${what}. Land ${mend} instead.` : `${what}. Choose another field.`)]
  }
  if (!hasOptions(field.type) || (domain.is !== 'one of' && domain.is !== 'some of')) return []
  const foreign = domain.values.filter(
    (one) => !unless.includes(one) && !field.options.some((option) => option.value === one),
  )
  const open = domain.open
    ? [warning(about, `What is written for “${label}” instead of its options does not land in ${into}.`)]
    : []
  return foreign.length === 0
    ? open
    : [
        ...open,
        fault(
          about,
          `“${label}” offers ${foreign.map((one) => `“${one}”`).join(', ')}, which ${into} has not among its options. Say that they say nothing, or give it those options.`,
        ),
      ]
}

/** A value of which only some parts land: the rest stays behind. Places of a ranking are often wanted singly. */
function examineLost(form: Form, { name, label, lands }: Value): Finding[] {
  const domain = domainAt(form, name)
  if (domain?.is !== 'record' || domain.ranks || lands.length === 0) return []
  if (lands.some(({ part }) => part === undefined)) return []
  const lost = domain.parts.filter((part) => lands.every((landing) => landing.part !== part.name))
  if (lost.length === 0) return []
  const kept = domain.parts.filter((part) => !lost.includes(part)).map((part) => part.label)
  return [
    warning(
      name,
      `“${label}” lands its ${listed(kept)} only: ${listed(lost.map((part) => part.label))} ${lost.length === 1 ? 'stays' : 'stay'} with the submission.`,
    ),
  ]
}

function noteNowhere(form: Form, value: Value): Finding[] {
  const joins = form.joins.some(({ consent }) => consent === value.name)
  if (value.lands.length > 0 || joins || !('kind' in value)) return []
  return [finding('note', 'records')(value.name, `“${value.label}” lands nowhere; it stays with the submission.`)]
}

/** Two values in one field are rarely meant, except for two ways of giving an address. */
function examineTwice(values: readonly Value[]): Finding[] {
  const takenBy = new Map<string, string>()
  return values.flatMap((value) =>
    value.lands.flatMap(({ record, field }) => {
      const key = `${record}.${field}`
      const first = takenBy.get(key)
      takenBy.set(key, value.label)
      return first && key !== 'contact.email'
        ? [warning(value.name, `“${first}” and “${value.label}” both land in “${field}”; the later answer wins.`)]
        : []
    }),
  )
}

function examineEmails(form: Form): Finding[] {
  const emails = emailQuestions(form)
  return [
    ...(emails.length === 0 ? [warning('', 'No answer lands in Email, so strangers never become contacts.')] : []),
    ...emails
      .filter((question) => !mannerOf(question).isAddress)
      .map(({ name, label }) => fault(name, `“${label}” lands in Email but is not an email question.`)),
    ...form.carried
      .filter(({ lands }) => lands.some(({ record, field }) => record === 'contact' && field === 'email'))
      .map(({ name, label }) =>
        warning(name, `“${label}” is carried, so anybody can claim it: it never changes an Email.`),
      ),
  ]
}

/** Deals and requests belong to whoever is matched; where nobody can be, they belong to nobody. */
function examineOwnerless(form: Form): Finding[] {
  if (emailQuestions(form).length > 0) return []
  const opens = (['deal', 'request'] as const).filter((record) => form.records[record] !== null)
  return opens.map((record) =>
    note('', `The form asks for no email: a ${record} belongs to nobody, unless a personal link says whose it is.`),
  )
}
