import { mannerOf } from '../answers/registry'
import { splitPath } from '../answers/answer'
import { type Condition, pathsTested } from '../logic/condition'
import type { ListInfo, Desk, RecordField } from '../records/snapshot'
import type { CarriedValue, Form, Question } from './definition'
import { examineExpectation, examineTests } from './examine_tests'
import { examineWording } from './examine_wording'
import { type Finding, finding } from './finding'
import { emailQuestions, findQuestion, labelOf, partsOf, pathsIn, questionsAsked } from './values'

/** The workspace's records, lists and desks that a form may name. */
export interface Resources {
  fields: RecordField[]
  lists: ListInfo[]
  desks: Desk[]
}

/** Examines a draft and says everything that would surprise its owner, faults first. */
export function examineForm(form: Form, resources: Resources): Finding[] {
  const findings = [
    ...examineQuestions(form),
    ...examineWording(form),
    ...examineLandings(form, resources),
    ...examineJoins(form, resources),
    ...examineRouting(form, resources),
    ...form.messages.flatMap(({ name, title, when }) => examineTests(form, when, 'dispatch', name, title)),
  ]
  const rank = { fault: 0, warning: 1, note: 2 }
  return findings.sort((a, b) => rank[a.severity] - rank[b.severity])
}

const composeFault = finding('fault', 'compose')
const recordsFault = finding('fault', 'records')
const dispatchFault = finding('fault', 'dispatch')

function examineQuestions(form: Form): Finding[] {
  if (questionsAsked(form).length === 0) return [composeFault('', 'The form asks nothing. Add a question.')]
  const before = new Set(form.carried.map(({ name }) => name))
  const examineShown = (condition: Condition | null, about: string, title: string): Finding[] => [
    ...[...new Set(pathsTested(condition).map((path) => splitPath(path)[0]))]
      .filter((name) => !before.has(name) && findQuestion(form, name)?.off === false)
      .map((name) => composeFault(about, `“${title}” shows by “${labelOf(form, name)}”, which is asked later.`)),
    ...examineTests(form, condition, 'compose', about, `When “${title}” shows`),
  ]
  return form.steps.flatMap((step) => [
    ...examineShown(step.shownWhen, step.name, step.title),
    ...step.questions
      .filter(({ off }) => !off)
      .flatMap((question) => {
        const shown = examineShown(question.shownWhen, question.name, question.label)
        before.add(question.name)
        return [...examineSettings(question), ...shown]
      }),
  ])
}

const examineSettings = (question: Question): Finding[] =>
  (mannerOf(question).faults?.(question) ?? []).map((fault) =>
    composeFault(question.name, `“${question.label}” ${fault}`),
  )

function examineLandings(form: Form, { fields }: Resources): Finding[] {
  const values: (Question | CarriedValue)[] = [...questionsAsked(form).map(({ question }) => question), ...form.carried]
  const known = new Set(fields.map(({ name }) => name))
  const takenBy = new Map<string, string>()
  const joined = new Set(form.joins.map(({ consent }) => consent))
  const findings = values.flatMap((value) => {
    const named = [
      ...value.lands.map(({ field }) => field),
      ...value.fill.flatMap((source) => (source.from === 'record' ? [source.field] : [])),
    ]
    const found = named
      .filter((field) => !known.has(field))
      .map((field) =>
        recordsFault(value.name, `“${value.label}” names a contact field “${field}” that does not exist.`),
      )
    for (const part of [...value.lands, ...value.fill].flatMap((one) => one.part ?? []))
      if (!partsOf(form, value.name).some(({ name }) => name === part))
        found.push(recordsFault(value.name, `“${value.label}” has no part “${part}”.`))
    for (const { field } of value.lands) {
      const first = takenBy.get(field)
      if (first && field !== 'email')
        found.push(
          finding('warning', 'records')(
            value.name,
            `“${first}” and “${value.label}” both land in “${field}”; the later answer wins.`,
          ),
        )
      takenBy.set(field, value.label)
    }
    if (value.lands.length === 0 && !joined.has(value.name) && 'kind' in value)
      found.push(
        finding('note', 'records')(value.name, `“${value.label}” lands nowhere; it stays with the submission.`),
      )
    return found
  })
  const emails = emailQuestions(form)
  if (emails.length === 0)
    findings.push(finding('warning', 'records')('', 'No answer lands in Email, so strangers never become contacts.'))
  for (const question of emails)
    if (!mannerOf(question).isAddress)
      findings.push(recordsFault(question.name, `“${question.label}” lands in Email but is not an email question.`))
  for (const { name, label, lands } of form.carried)
    if (lands.some(({ field }) => field === 'email'))
      findings.push(
        finding('warning', 'records')(
          name,
          `“${label}” is carried, so anybody can claim it: it never changes an Email.`,
        ),
      )
  return findings
}

function examineJoins(form: Form, { lists }: Resources): Finding[] {
  return form.joins.flatMap(({ list, consent }) => {
    const question = findQuestion(form, consent)
    if (!lists.some(({ name }) => name === list)) return [recordsFault(consent, `The list “${list}” does not exist.`)]
    if (!question || !mannerOf(question).agreement || question.off)
      return [recordsFault(consent, `Joining “${list}” needs a consent question; “${consent}” is not one.`)]
    return []
  })
}

function examineRouting(form: Form, { desks }: Resources): Finding[] {
  const { columns, rows, otherwise } = form.routing
  const paths = new Set(pathsIn(form))
  const findings = columns
    .filter((path) => !paths.has(path))
    .map((path) => dispatchFault(path, `The routing table reads “${path}”, which the form does not ask.`))
  const catchAll = rows.findIndex(({ cells }) => Object.keys(cells).length === 0)
  rows.forEach((row, index) => {
    findings.push(...examineTarget(form, desks, row, `Row ${index + 1}`))
    if (catchAll >= 0 && index > catchAll)
      findings.push(
        finding('warning', 'dispatch')(
          `row ${index + 1}`,
          `Row ${index + 1} never fires: row ${catchAll + 1} fits every answer.`,
        ),
      )
    for (const [name, cell] of Object.entries(row.cells))
      if (columns.includes(name))
        findings.push(...examineExpectation(form, name, cell, 'dispatch', `row ${index + 1}`, `Row ${index + 1}`))
      else findings.push(dispatchFault(`row ${index + 1}`, `Row ${index + 1} tests “${name}”, which has no column.`))
  })
  if (otherwise) findings.push(...examineTarget(form, desks, otherwise, 'The otherwise row'))
  else if (catchAll < 0)
    findings.push(
      finding('warning', 'dispatch')('', 'There is no otherwise row: what fits no row goes to the form’s owner.'),
    )
  return findings
}

function examineTarget(
  form: Form,
  desks: readonly Desk[],
  { desk, message }: { desk: string; message: string },
  what: string,
): Finding[] {
  const findings: Finding[] = []
  const found = desks.find(({ name }) => name === desk)
  if (!found) findings.push(dispatchFault(what, `${what} tells the desk “${desk}”, which does not exist.`))
  else if (found.addresses.length === 0)
    findings.push(dispatchFault(what, `${what} tells ${found.title}, which has no address.`))
  if (!form.messages.some(({ name, to }) => name === message && to === 'desk'))
    findings.push(dispatchFault(what, `${what} sends “${message}”, which is not a message to a desk.`))
  return findings
}
