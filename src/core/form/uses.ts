import { callStep } from './steps'
import { isUsedIn } from './template'
import { splitPath } from '../answers/answer'
import { mannerOf } from '../kinds/registry'
import { usesIn } from '../answers/wording_uses'
import { type Fill, sourceOf } from '../origins/registry'
import { type Condition, pathsTested } from '../logic/condition'
import type { Form } from './definition'
import { outcomesOf, tellOutcome, textsOf } from './outcomes'
import { emailQuestions, labelOf, questionsIn } from './values'
import { altsOf, buttonWordings, wordingsOf } from './wordings'

/** What uses a value, in words, such as “shows Peak °C”, “route 2” or “Kiln enquiry”. */
export function usesOf(form: Form, name: string): string[] {
  const uses: string[] = []
  const isUsed = (path: string) => splitPath(path)[0] === name
  const tests = (condition: Condition | null) => pathsTested(condition).some(isUsed)
  const looks = (fill: Fill) => sourceOf(fill).looksAt?.(fill).some(isUsed) ?? false
  const says = (wording: string) => usesIn(wording).some(({ path }) => isUsed(path))
  if (emailQuestions(form).some((question) => question.name === name)) uses.push('tells who it is')
  for (const step of form.steps) {
    const { shownWhen, shownAs } = step
    if (tests(shownWhen)) uses.push(`shows the step “${callStep(form.steps, step)}”`)
    if (says(shownAs)) uses.push(`told in the step “${callStep(form.steps, step)}”`)
  }
  for (const { question } of questionsIn(form)) {
    if (tests(question.shownWhen)) uses.push(`shows “${labelOf(form, question.name)}”`)
    if (mannerOf(question).looksAt?.(question).some(isUsed)) uses.push(`computes “${labelOf(form, question.name)}”`)
    if (question.fill.some(looks)) uses.push(`fills “${labelOf(form, question.name)}”`)
    if (wordingsOf(question).some(says)) uses.push(`told in “${labelOf(form, question.name)}”`)
  }
  for (const { label, fill } of form.carried) if (fill.some(looks)) uses.push(`fills “${label}”`)
  if (buttonWordings(form).some(says)) uses.push('told on a button')
  if (form.records.broughtBy === name) uses.push('tells who brought them')
  for (const record of ['deal', 'request'] as const)
    if (form.records[record]?.moves.some(({ when }) => tests(when))) uses.push(`says how far the ${record} is`)
  for (const { list, consent, when } of form.joins) if (consent === name || tests(when)) uses.push(`joins ${list}`)
  form.routing.rows.forEach(({ cells }, index) => {
    if (Object.keys(cells).some(isUsed)) uses.push(`route ${index + 1}`)
  })
  const templates: [string, string][] = [
    ['the title', form.title],
    ['the introduction', form.intro],
    [
      'what stands beside',
      [form.look.standing.heading, form.look.standing.text, ...altsOf(form.look.standing)].join('\n'),
    ],
    ...outcomesOf(form).map((outcome): [string, string] => [tellOutcome(outcome), textsOf(outcome).join('\n')]),
    ['the deal’s title', form.records.deal?.title ?? ''],
    ['the request’s title', form.records.request?.title ?? ''],
    ...form.messages.map(({ title, subject, body }): [string, string] => [title, `${subject}\n${body}`]),
  ]
  for (const [where, template] of templates) if (isUsedIn(template, isUsed)) uses.push(where)
  for (const outcome of form.outcomes) if (tests(outcome.when)) uses.push(`leads to ${tellOutcome(outcome)}`)
  for (const { title, when } of form.messages) if (tests(when)) uses.push(`sends ${title}`)
  for (const { connection, when } of form.targets) if (tests(when)) uses.push(`sends to ${connection}`)
  return uses
}
