import { Liquid, type Template } from 'liquidjs'
import { type Answers, isBlank } from '../answers/answer'
import { showAnswer } from '../answers/check'
import type { Form } from '../form/definition'
import { findQuestion, labelOf } from '../form/values'

/**
 * Merge fields are Liquid with everything that could reach outside taken away: no files, no globals,
 * own properties only, and limits on size and work.
 */
const engine = new Liquid({
  templates: {},
  ownPropertyOnly: true,
  strictFilters: true,
  parseLimit: 100_000,
  renderLimit: 1000,
  memoryLimit: 1_000_000,
})

/** What a template can use, in words: option labels rather than stored values; blanks are absent. */
export function mergeFields(form: Form, values: Answers): Record<string, string | number> {
  const fields: Record<string, string | number> = { form_title: form.title }
  for (const [name, answer] of Object.entries(values)) {
    if (isBlank(answer) || answer === false) continue
    fields[name] = typeof answer === 'number' ? answer : showAnswer(findQuestion(form, name), answer)
  }
  fields.all_answers = Object.entries(values)
    .filter(([, answer]) => !isBlank(answer))
    .map(([name, answer]) => `${labelOf(form, name)}: ${showAnswer(findQuestion(form, name), answer)}`)
    .join('\n')
  return fields
}

// Templates come from definitions, of which there are few; parsing one costs more than rendering it.
const parsed = new Map<string, Template[]>()
const MOST_PARSED = 2000

function parseOnce(template: string): Template[] {
  const known = parsed.get(template)
  if (known) return known
  const read = engine.parse(template)
  if (parsed.size >= MOST_PARSED) parsed.clear()
  parsed.set(template, read)
  return read
}

/** Renders a template that `examineTemplate` found sound; throws on one that is not. */
export const renderTemplate = (template: string, fields: Readonly<Record<string, string | number>>): string =>
  template.includes('{') ? String(engine.renderSync(parseOnce(template), fields)) : template

/** Renders to one line, so that no visitor's text can start another mail header. */
export const renderLine = (template: string, fields: Readonly<Record<string, string | number>>): string =>
  renderTemplate(template, fields).replace(/\s+/g, ' ').trim()

export interface MergeUse {
  name: string
  /** Whether it says what to write when the value is missing. */
  hasFallback: boolean
}

/** Finds a template's merge fields, or says why it cannot be read. */
export function examineTemplate(template: string): { uses: MergeUse[] } | { error: string } {
  try {
    const read = engine.parse(template)
    const uses = new Map<string, MergeUse>()
    for (const name of engine.globalVariablesSync(read)) uses.set(name, { name, hasFallback: true })
    for (const output of outputsOf(template)) {
      const name = /^[a-z_][a-z0-9_]*/i.exec(output)?.[0]
      const use = name ? uses.get(name) : undefined
      if (use && !/\|\s*default\s*:/.test(output)) use.hasFallback = false
    }
    return { uses: [...uses.values()] }
  } catch (error) {
    const text = error instanceof Error ? error.message : String(error)
    return { error: text.split('\n')[0] ?? text }
  }
}

const outputsOf = (template: string): string[] =>
  [...template.matchAll(/\{\{-?\s*([\s\S]*?)\s*-?\}\}/g)].map(([, inner]) => inner ?? '')
