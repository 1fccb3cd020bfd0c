import { callStep } from '../form/steps'
import { mannerOf } from '../kinds/registry'
import { splitPath } from '../answers/answer'
import { type Condition, pathsTested } from '../logic/condition'
import type { RecordField } from '../fields/field'
import type { Connection } from '../dispatch/connection'
import { targetOf } from '../dispatch/targets/registry'
import type { Desk } from '../dispatch/desk'
import type { ListInfo, Owner } from '../records/record'
import type { Form, Question } from '../form/definition'
import { examineTurns } from './turns'
import { examineFills } from './fills'
import { examineLandings } from './landings'
import { examineOpenings } from './openings'
import { conditionOf, examineOrder, type Reach, type Tried } from './reach'
import { examineTests } from './tests'
import { type Destinations, examineOutcomes } from './outcomes'
import { examineTranslations } from './translations'
import { examineWait } from './waits'
import { examineWording } from './wording'
import { type Finding, finding } from './finding'
import { listed } from '../formats/listed'
import { MOST_IN_A_ROW } from '../form/paces'
import { domainAt, findCarried, findQuestion, labelOf, pathsIn, questionsAsked } from '../form/values'

/** The workspace's records, lists and desks that a form may name. */
export interface Resources {
  fields: readonly RecordField[]
  lists: readonly ListInfo[]
  desks: readonly Desk[]
  /** Whoever can see to records. */
  members: readonly Owner[]
  connections: readonly Connection[]
  destinations: Destinations
}

/** Examines a draft and says everything that would surprise its owner, faults first. */
export function examineForm(form: Form, resources: Resources): Finding[] {
  const findings = [
    ...examineQuestions(form),
    ...examineWording(form),
    ...examineTranslations(form),
    ...examineFills(form, resources),
    ...examineTurns(form),
    ...examineLandings(form, resources.fields),
    ...examineOpenings(form, resources.fields),
    ...examineBringer(form),
    ...examineJoins(form, resources),
    ...examineOwners(form, resources),
    ...examineRouting(form, resources),
    ...examineTargets(form, resources),
    ...examineOutcomes(form, resources.destinations),
    ...form.messages.flatMap((message) => [
      ...examineTests(form, message.when, 'dispatch', message.name, message.title),
      ...examineWait(message, form, resources),
    ]),
  ]
  const rank = { fault: 0, warning: 1, note: 2 }
  return findings.sort((a, b) => rank[a.severity] - rank[b.severity])
}

const composeFault = finding('fault', 'compose')
const recordsFault = finding('fault', 'records')
const dispatchFault = finding('fault', 'dispatch')

function examineQuestions(form: Form): Finding[] {
  const asked = questionsAsked(form).length
  if (asked === 0) return [composeFault('', 'The form asks nothing. Add a question.')]
  if (form.pace === 'row' && asked > MOST_IN_A_ROW)
    return [composeFault('', `A row has room for ${MOST_IN_A_ROW} questions; this form asks ${asked}.`)]
  const before = new Set(form.carried.map(({ name }) => name))
  const examineShown = (condition: Condition | null, about: string, title: string): Finding[] => [
    ...[...new Set(pathsTested(condition).map((path) => splitPath(path)[0]))]
      .filter((name) => !before.has(name) && findQuestion(form, name)?.off === false)
      .map((name) => composeFault(about, `“${title}” shows by “${labelOf(form, name)}”, which is asked later.`)),
    ...examineTests(form, condition, 'compose', about, `When “${title}” shows`),
  ]
  return form.steps.flatMap((step) => [
    ...examineShown(step.shownWhen, step.name, callStep(form.steps, step)),
    ...step.questions
      .filter(({ off }) => !off)
      .flatMap((question) => {
        const shown = examineShown(question.shownWhen, question.name, question.label)
        const computed = examineComputed(form, question, before)
        before.add(question.name)
        return [...examineSettings(question), ...computed, ...shown]
      }),
  ])
}

/** Whether everything that a value is computed from is there before it. */
const examineComputed = (form: Form, question: Question, before: ReadonlySet<string>): Finding[] =>
  (mannerOf(question).looksAt?.(question) ?? []).flatMap((path) => {
    if (!domainAt(form, path))
      return [composeFault(question.name, `“${question.label}” is computed from “${path}”, which is not in the form.`)]
    const [name] = splitPath(path)
    return before.has(name)
      ? []
      : [
          composeFault(
            question.name,
            `“${question.label}” is computed from “${labelOf(form, name)}”, which is not asked before it.`,
          ),
        ]
  })

const examineSettings = (question: Question): Finding[] => [
  ...(mannerOf(question).faults?.(question) ?? []).map((fault) =>
    composeFault(question.name, `“${question.label}” ${fault}`),
  ),
  ...(question.hideLabel
    ? [
        finding('warning', 'compose')(
          question.name,
          `“${question.label}” hides its label: whoever sees the page has to know otherwise what is asked.`,
        ),
      ]
    : []),
]

/** Whether anybody owns what desks are told of, where a form says that its owners are given so. */
const examineOwners = (form: Form, { desks }: Resources): Finding[] =>
  form.records.owner === 'nobody' || desks.some(({ owners }) => owners && owners.length > 0)
    ? []
    : [
        finding('warning', 'records')(
          'owner',
          'Owners are given by desk, and no desk says who owns what it is told: nobody will.',
        ),
      ]

/** Whether the value that says who brought somebody along is one that can. */
function examineBringer(form: Form): Finding[] {
  const { broughtBy: name, contact } = form.records
  if (name === null) return []
  const question = findQuestion(form, name)
  if ((!question || question.off) && !findCarried(form, name))
    return [recordsFault('brought_by', `“${name}” is to say who brought somebody along; there is no such value.`)]
  return contact === 'known'
    ? [
        finding('warning', 'records')(
          'brought_by',
          'The form makes no new contacts, and only who is new is brought along.',
        ),
      ]
    : []
}

function examineJoins(form: Form, { lists }: Resources): Finding[] {
  return form.joins.flatMap(({ list, consent, when }) => {
    const question = findQuestion(form, consent)
    const info = lists.find(({ name }) => name === list)
    if (!info) return [recordsFault(consent, `The list “${list}” does not exist.`)]
    if (!question || !mannerOf(question).agreement || question.off)
      return [recordsFault(consent, `Joining “${list}” needs a consent question; “${consent}” is not one.`)]
    return examineTests(form, when, 'records', consent, `What joins “${info.title}”`)
  })
}

function examineRouting(form: Form, { desks }: Resources): Finding[] {
  const { columns, rows, otherwise, hit } = form.routing
  const paths = new Set(pathsIn(form))
  const findings = columns
    .filter((path) => !paths.has(path))
    .map((path) => dispatchFault(path, `The routing table reads “${path}”, which the form does not ask.`))
  const tried = rows.map((row, index): Tried => {
    const [about, called] = [`row ${index + 1}`, `Row ${index + 1}`]
    const faults = Object.keys(row.cells)
      .filter((name) => !columns.includes(name))
      .map((name) => dispatchFault(about, `${called} tests “${name}”, which has no column.`))
    const condition = conditionOf(row)
    faults.push(...examineTests(form, condition, 'dispatch', about, called))
    findings.push(...examineTold(form, desks, row, called), ...faults)
    return { about, called, condition, isFaulty: faults.length > 0 }
  })
  const reach = examineOrder(form, tried, hit === 'first')
  findings.push(...(reach?.covered ?? []).map(tellCoveredRow))
  if (otherwise) findings.push(...examineTold(form, desks, otherwise, 'The otherwise row'))
  return [...findings, ...tellGap(otherwise !== null, reach?.gap)]
}

const tellCoveredRow = ({ tried: { about, called }, by, example }: Reach['covered'][number]): Finding => {
  const everything = by.length === 1 && by[0]?.condition === null
  const rows = `${by.length === 1 ? 'row' : 'rows'} ${listed(by.map((one) => one.about.slice('row '.length)))}`
  return {
    ...finding('warning', 'dispatch')(
      about,
      `${called} never fires: ${rows} before it ${everything ? 'fits every answer' : `${by.length === 1 ? 'takes' : 'take'} whatever it fits`}.`,
    ),
    ...(!everything && { example }),
  }
}

/** What fits no row, where something does; and an otherwise row that nothing comes to. */
function tellGap(hasOtherwise: boolean, gap: string | null | undefined): Finding[] {
  if (hasOtherwise)
    return gap === null
      ? [finding('note', 'dispatch')('', 'Nothing comes to the otherwise row: the others fit every answer.')]
      : []
  if (gap === null) return []
  const told = finding('warning', 'dispatch')(
    '',
    'There is no otherwise row: what fits no row goes to the form’s owner.',
  )
  return [gap ? { ...told, example: gap } : told]
}

function examineTargets(form: Form, { connections }: Resources): Finding[] {
  return form.targets.flatMap(({ connection, use, when }) => {
    const found = connections.find(({ name }) => name === connection)
    const title = found?.title ?? connection
    if (!use) return []
    if (!found || !targetOf(found.target).chosen)
      return [dispatchFault(connection, `The form sends to “${title}”, which is no connection it can choose.`)]
    if (found.retired) return [dispatchFault(connection, `The form sends to “${title}”, which is retired.`)]
    return examineTests(form, when, 'dispatch', connection, `When “${title}” gets it`)
  })
}

function examineTold(
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
