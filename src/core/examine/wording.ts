import { callStep } from '../form/steps'
import { examineTemplate } from '../form/template'
import { splitPath } from '../answers/answer'
import { mannerOf } from '../kinds/registry'
import { isBeyondPage, usesIn, type WordingUse } from '../answers/wording_uses'
import type { Form, Question, Step } from '../form/definition'
import { type Finding, finding } from './finding'
import { FREE_MERGE_NAMES } from '../answers/name'
import {
  domainAt,
  emailQuestions,
  findCarried,
  findQuestion,
  questionsAsked,
  questionsIn,
  valuesAtEnd,
  valuesBefore,
  valuesBeforeStep,
  isAlwaysAnswered,
} from '../form/values'
import { nameOfOutcome, outcomesOf, tellOutcome, textsOf } from '../form/outcomes'
import { showsAllAtOnce } from '../form/paces'
import { altsOf, buttonWordings, wordingsOf } from '../form/wordings'

/** Examines every text with merge fields: what visitors read before and after they answer, and the mails. */
export const examineWording = (form: Form): Finding[] => [
  ...examineAround(form, 'The title', form.title),
  ...examineAround(form, 'The introduction', form.intro),
  ...examineAround(form, 'What stands beside the questions', form.look.standing.heading),
  ...examineAround(form, 'What stands beside the questions', form.look.standing.text),
  ...examinePage(form, '', 'A picture beside the questions', altsOf(form.look.standing), valuesAtEnd(form)),
  ...form.steps.flatMap((step) =>
    examinePage(
      form,
      '',
      `The heading of “${callStep(form.steps, step)}”`,
      [step.shownAs],
      valuesBeforeStep(form, step.name),
    ),
  ),
  ...questionsIn(form).flatMap(({ question }) =>
    examinePage(form, question.name, `“${question.label}”`, wordingsOf(question), valuesBefore(form, question.name)),
  ),
  ...questionsIn(form).flatMap(({ question, step }) => examineAgreement(form, question, step)),
  ...examinePage(form, '', 'A button', buttonWordings(form), valuesAtEnd(form)),
  ...outcomesOf(form).flatMap((outcome) => {
    const about = nameOfOutcome(outcome)
    const what = tellOutcome(outcome, 'The')
    return examineTemplates('dispatch', about, what, textsOf(outcome), (use) => judgeAfter(form, use))
  }),
  ...(['deal', 'request'] as const).flatMap((record) =>
    examineTemplates('records', record, `The title of the ${record}`, [form.records[record]?.title ?? ''], (use) =>
      judgeAfter(form, use),
    ),
  ),
  ...form.messages.flatMap(({ name, title, subject, body, to }) => [
    ...examineTemplates('dispatch', name, title, [subject, body], (use) => judgeAfter(form, use)),
    ...(to === 'visitor' && emailQuestions(form).length === 0
      ? [finding('fault', 'dispatch')(name, `${title} goes to the visitor, but no answer lands in Email.`)]
      : []),
  ]),
]

type Judged = { severity: Finding['severity']; text: string } | null

function examineTemplates(
  place: Finding['place'],
  about: string,
  what: string,
  templates: readonly string[],
  judge: (use: WordingUse) => Judged,
): Finding[] {
  return templates.flatMap((template) => {
    const examined = examineTemplate(template)
    if ('error' in examined) return [finding('fault', place)(about, `${what} cannot be read: ${examined.error}`)]
    return examined.uses.flatMap((use) => {
      const judged = judge(use)
      return judged ? [finding(judged.severity, place)(about, `${what} uses “${use.path}”${judged.text}`)] : []
    })
  })
}

const MISSING = ' without saying what to write when it is missing.'

/** Wording on the page uses what is asked before it, what is filled and what is carried, each with a fallback. */
function examinePage(
  form: Form,
  about: string,
  what: string,
  wordings: readonly string[],
  before: readonly string[],
): Finding[] {
  const fault = finding('fault', 'compose')
  return wordings.flatMap((wording) => {
    if (isBeyondPage(wording))
      return [fault(about, `${what} can use values as {{ name | default: "…" }}, and nothing else in braces.`)]
    return usesIn(wording).flatMap(({ path, hasFallback }) => {
      const [name, part] = splitPath(path)
      const known = before.includes(name) || (findQuestion(form, name)?.fill.length ?? 0) > 0
      if (!domainAt(form, path)) return [fault(about, `${what} uses “${path}”, which is not in the form.`)]
      if (!known) return [fault(about, `${what} uses “${path}”, which is asked later.`)]
      if (part && isCoded(form, name)) return [fault(about, `${what} uses “${path}”, which is a code; use “${name}”.`)]
      return hasFallback ? [] : [fault(about, `${what} uses “${path}”${MISSING}`)]
    })
  })
}

/** Whether parts of a value are stored in another form than they are told. */
function isCoded(form: Form, name: string): boolean {
  const question = findQuestion(form, name)
  return question !== undefined && mannerOf(question).showPart !== undefined
}

/** What stands around the questions of every step uses values as the page does; or more, written before anyone answers. */
const examineAround = (form: Form, what: string, wording: string): Finding[] =>
  isBeyondPage(wording)
    ? examineTemplates('compose', '', what, [wording], (use) => judgeBefore(form, use))
    : examinePage(form, '', what, [wording], valuesAtEnd(form))

/**
 * What people agree to is kept as they read it. So it uses only what cannot change any more as they read it, also where
 * no script writes it anew: what is carried, and what steps before asked.
 */
function examineAgreement(form: Form, question: Question, step: Step): Finding[] {
  const settled = showsAllAtOnce(form.pace) ? form.carried.map(({ name }) => name) : valuesBeforeStep(form, step.name)
  return usesIn(mannerOf(question).agreement?.(question) ?? '')
    .filter(({ path }) => valuesAtEnd(form).includes(splitPath(path)[0]) && !settled.includes(splitPath(path)[0]))
    .map(({ path }) =>
      finding('fault', 'compose')(
        question.name,
        `What “${question.label}” has people agree to uses “${path}”, which is asked on the same page and can change as they read.`,
      ),
    )
}

/** More than values is written before anyone answers, so only filled values may stand there. */
function judgeBefore(form: Form, { path, hasFallback }: WordingUse): Judged {
  const [name] = splitPath(path)
  const known = findCarried(form, name) !== undefined || (findQuestion(form, name)?.fill.length ?? 0) > 0
  if (!known || !domainAt(form, path)) return { severity: 'fault', text: ', which is not known before anyone answers.' }
  return hasFallback ? null : { severity: 'fault', text: MISSING }
}

function judgeAfter(form: Form, { path, hasFallback }: WordingUse): Judged {
  if (FREE_MERGE_NAMES.has(path)) return null
  const [name] = splitPath(path)
  const asked = questionsAsked(form).find(({ question }) => question.name === name)
  if (!domainAt(form, path) || (!asked && !findCarried(form, name)))
    return { severity: 'fault', text: ', which is not in the form.' }
  return hasFallback || (asked && isAlwaysAnswered(asked)) ? null : { severity: 'warning', text: MISSING }
}
