import { examineTemplate } from '../dispatch/template'
import { splitPath } from '../answers/answer'
import { mannerOf } from '../answers/registry'
import { type Condition, pathsTested } from '../logic/condition'
import type { Form } from './definition'
import { emailQuestions, labelOf, questionsIn } from './values'

/** What uses a value, in words, such as “shows Peak °C”, “route 2” or “Kiln enquiry”. */
export function usesOf(form: Form, name: string): string[] {
  const uses: string[] = []
  const isUsed = (path: string) => splitPath(path)[0] === name
  const tests = (condition: Condition | null) => pathsTested(condition).some(isUsed)
  if (emailQuestions(form).some((question) => question.name === name)) uses.push('tells who it is')
  for (const { shownWhen, title } of form.steps) if (tests(shownWhen)) uses.push(`shows the step “${title}”`)
  for (const { question } of questionsIn(form)) {
    if (tests(question.shownWhen)) uses.push(`shows “${labelOf(form, question.name)}”`)
    if (mannerOf(question).looksAt?.(question).some(isUsed)) uses.push(`computes “${labelOf(form, question.name)}”`)
  }
  for (const { list, consent } of form.joins) if (consent === name) uses.push(`joins ${list}`)
  form.routing.rows.forEach(({ cells }, index) => {
    if (Object.keys(cells).some(isUsed)) uses.push(`route ${index + 1}`)
  })
  const templates: [string, string][] = [
    ['the title', form.title],
    ['the introduction', form.intro],
    ['the outcome', `${form.outcome.title}\n${form.outcome.body}`],
    ['the deal’s title', form.records.deal?.title ?? ''],
    ['the request’s title', form.records.request?.title ?? ''],
    ...form.messages.map(({ title, subject, body }): [string, string] => [title, `${subject}\n${body}`]),
  ]
  for (const [where, template] of templates) {
    const examined = examineTemplate(template)
    if ('uses' in examined && examined.uses.some((use) => isUsed(use.path))) uses.push(where)
  }
  for (const { title, when } of form.messages) if (tests(when)) uses.push(`sends ${title}`)
  for (const { connection, when } of form.targets) if (tests(when)) uses.push(`sends to ${connection}`)
  return uses
}
