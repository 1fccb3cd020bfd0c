import type { Speech } from '../language/texts'
import { ENGLISH } from '../language/languages'
import { Context, Drop, Liquid, type Template } from 'liquidjs'
import { type Answers, isBlank, partOf, splitPath, valueIn } from '../answers/answer'
import { showAnswer, showAt } from './show'
import { isBeyondPage, renameInWording, type WordingUse } from '../answers/wording_uses'
import { cutText } from '../formats/text'
import type { Form } from './definition'
import { findQuestion, labelOf, partsOf, questionsSeen, valuesInOrder } from './values'

/**
 * How many pieces rendering may come to, each time through a loop anew: a template that runs on and on must hold up
 * nobody. They are counted, since what is sound on a quick machine is sound on a busy one. About a tenth of a second.
 */
const MOST_PIECES = 100_000
/** How long it may take, in milliseconds, where few pieces take long: a last resort, since machines stand still, too. */
const MOST_TIME = 1000

/**
 * Merge fields are Liquid with everything that could reach outside taken away: no files, no globals,
 * own properties only, and limits on size and work.
 */
const engine = new Liquid({
  templates: {},
  ownPropertyOnly: true,
  strictFilters: true,
  parseLimit: 100_000,
  renderLimit: MOST_TIME,
  outputEscape(this: unknown, value: unknown) {
    const written = value instanceof MergeNumber ? value.words : value instanceof Drop ? value.valueOf() : value
    const write = writers.get((this as { context: Context }).context)
    return (typeof written === 'string' && write ? write(written) : written) as string
  },
})

/** How what is told of a value is written in what is rendered just now, where not as it is. */
const writers = new WeakMap<Context, Write>()

type Write = (words: string) => string

/** A value with parts: in words by itself, and each part under its name. */
class MergeParts extends Drop {
  readonly #words: string

  constructor(words: string, parts: Readonly<Record<string, string>>) {
    super()
    this.#words = words
    // What people may call a part must not lead to what every object has.
    Object.assign(this, { constructor: undefined }, parts)
  }

  override valueOf(): string {
    return this.#words
  }
}

/** A number: as it is to whatever computes or compares with it, and where it is written as people write it there. */
class MergeNumber extends Drop {
  readonly #number: number
  readonly #words: string

  constructor(number: number, words: string) {
    super()
    this.#number = number
    this.#words = words
  }

  get words(): string {
    return this.#words
  }

  override valueOf(): number {
    return this.#number
  }
}

// Every number is something, so what stands in for a missing value never stands in for one.
const usual = engine.filters.default as (this: unknown, value: unknown, ...rest: unknown[]) => unknown
engine.registerFilter('default', function (value: unknown, ...rest: unknown[]) {
  return value instanceof MergeNumber ? value : usual.call(this, value, ...rest)
})

/** What a template can use, by name. */
export type MergeFields = Readonly<Record<string, string | MergeNumber | MergeParts>>

/** Facts beside the answers that a message may tell. */
export interface MergeFacts {
  /** Id of the submission; `null` before there is one. */
  submission: string | null
  /** How whoever reads it is spoken to; as in the studio where it is left out. */
  speech?: Speech
  /** A visitor reads nothing of what they were not asked where all answers are told; a desk, as usual, reads it all. */
  reader?: 'desk' | 'visitor'
  /** How the words of an answer are written, where not as they are. */
  write?: Write
}

/**
 * What a template can use, in words: option labels rather than stored values; blanks are absent. All
 * answers come in the form's order, whatever order they were stored in.
 */
export function mergeFields(form: Form, values: Answers, facts: MergeFacts): MergeFields {
  const { submission, speech = ENGLISH, reader = 'desk', write = asItIs } = facts
  const seen = reader === 'visitor' ? new Set(questionsSeen(form).map(({ name }) => name)) : null
  const fields: Record<string, string | MergeNumber | MergeParts> = {}
  const lines: string[] = []
  for (const name of valuesInOrder(form, values)) {
    const answer = valueIn(values, name)
    if (answer === undefined || isBlank(answer)) continue
    const shown = write(showAnswer(findQuestion(form, name), answer, speech))
    if (seen?.has(name) ?? true) lines.push(`${labelOf(form, name)}: ${shown}`)
    const parts = partsOf(form, name)
    if (parts.length > 0) {
      const given = parts.map(
        (part) => [part.name, write(showAt(form, `${name}.${part.name}`, partOf(answer, part.name), speech))] as const,
      )
      fields[name] = new MergeParts(shown, Object.fromEntries(given.filter(([, words]) => words !== '')))
    } else if (answer !== false)
      fields[name] = typeof answer === 'number' ? new MergeNumber(answer, speech.number(answer)) : shown
  }
  fields.form_title = renderLineOr(form.title, fields, '')
  fields.all_answers = lines.join('\n')
  fields.submission_id = submission ?? ''
  return fields
}

const asItIs = (words: string): string => words

// Templates come from definitions, of which there are few; parsing one costs more than rendering it.
const parsed = new Map<string, Template[]>()
const examined = new Map<string, Examined>()
const MOST_KNOWN = 2000

/** What `make` gives for a template, made once while it is among the latest. */
function once<T>(known: Map<string, T>, template: string, make: () => T): T {
  const before = known.get(template)
  if (before !== undefined) return before
  const made = make()
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(template, made)
  return made
}

const parseOnce = (template: string): Template[] => once(parsed, template, () => engine.parse(template))

/** Longest text a template may give, in UTF-16 units. */
const LONGEST = 2_000_000
/** What filters may work through: this much, and twenty times whatever was answered. */
const MEMORY = 4_000_000
/** How much of each value is used where the whole of it would be too much. */
const SHORT = 2000

/**
 * Renders a template. Answers within their own limits never make it fail: where they are used so often
 * that the whole would be too large, each is used cut short. Throws only for a template that is unsound. `write`
 * writes what is told of each value.
 */
export function renderTemplate(template: string, fields: MergeFields, write: Write = asItIs): string {
  if (!template.includes('{')) return template
  try {
    return render(template, fields, write)
  } catch (error) {
    // Short values help where there was too much of them, and nowhere else.
    if (!isTooMuch(error)) throw error
    return render(template, shorten(fields), write)
  }
}

function render(template: string, fields: MergeFields, write: Write = asItIs): string {
  try {
    return renderOnce(template, fields, write)
  } catch (error) {
    // A machine may stand still while a text is made; it does not do so twice in a row.
    if (!(error instanceof Error && error.message.includes(TIMED_OUT))) throw error
    return renderOnce(template, fields, write)
  }
}

/** How Liquid says that its limit of time was reached. */
const TIMED_OUT = 'render limit exceeded'

function renderOnce(template: string, fields: MergeFields, write: Write): string {
  const size = Object.values(fields).reduce<number>((sum, value) => sum + wordsOf(value).length, 0)
  // Liquid takes a `size` that nobody has given for how many names there are.
  const given = { size: undefined, ...fields }
  const context = new Context(
    given,
    engine.options,
    { sync: true, memoryLimit: MEMORY + 20 * size },
    { liquid: engine },
  )
  writers.set(context, write)
  countPieces(context.renderLimit)
  const text = String(engine.renderSync(parseOnce(template), context))
  if (text.length > LONGEST) throw new RangeError('The text would be too long')
  return text
}

/** Liquid looks at its limit of time before each piece: there they are counted as well. */
function countPieces(limit: Context['renderLimit']): void {
  const checkTime = limit.check.bind(limit)
  let pieces = 0
  limit.check = (now) => {
    pieces += 1
    if (pieces > MOST_PIECES) throw new Error('pieces limit exceeded')
    checkTime(now)
  }
}

const isTooMuch = (error: unknown): boolean =>
  error instanceof RangeError || (error instanceof Error && error.message.includes('limit exceeded'))

const wordsOf = (value: MergeFields[string]): string => String(value.valueOf())

/** The same with long text cut; parts are short by their own limits. */
const shorten = (fields: MergeFields): MergeFields =>
  Object.fromEntries(
    Object.entries(fields).map(([name, value]) => [
      name,
      typeof value === 'string' && value.length > SHORT ? `${cutText(value, SHORT)}…` : value,
    ]),
  )

/** Renders to one line, so that no visitor's text can start another mail header. */
export const renderLine = (template: string, fields: MergeFields, write: Write = asItIs): string =>
  renderTemplate(template, fields, write).replace(/\s+/g, ' ').trim()

/** Renders, or gives `otherwise` for a template that cannot be rendered. */
export const renderOr = (template: string, fields: MergeFields, otherwise: string): string =>
  attempt(() => renderTemplate(template, fields), otherwise)

export const renderLineOr = (template: string, fields: MergeFields, otherwise: string): string =>
  attempt(() => renderLine(template, fields), otherwise)

function attempt(make: () => string, otherwise: string): string {
  try {
    return make()
  } catch {
    return otherwise
  }
}

/** Why a template could not be rendered, in one line. */
export const reasonOf = (error: unknown): string =>
  isTooMuch(error)
    ? 'it goes through its loops too often, or makes too much of what it is given'
    : ((error instanceof Error ? error.message : String(error)).split('\n')[0] ?? '')

type Examined = { uses: WordingUse[] } | { error: string }

/** Finds a template's merge fields, or says why it cannot be read or rendered. */
export const examineTemplate = (template: string): Examined => once(examined, template, () => examineAnew(template))

/** Whether a template uses a value that is meant; one that cannot be read uses none. */
export function isUsedIn(template: string, isMeant: (path: string) => boolean): boolean {
  const examined = examineTemplate(template)
  return 'uses' in examined && examined.uses.some(({ path }) => isMeant(path))
}

function examineAnew(template: string): Examined {
  try {
    const read = engine.parse(template)
    const uses = new Map<string, WordingUse>()
    for (const path of engine.globalFullVariablesSync(read)) uses.set(path, { path, hasFallback: true })
    for (const { output, known } of outputsOf(template)) {
      const path = /^[a-z_][a-z0-9_]*(?:\.[a-z_][a-z0-9_]*)*/i.exec(output)?.[0]
      const use = path ? uses.get(path) : undefined
      if (use && !known.has(use.path) && !/\|\s*default\s*:/.test(output)) use.hasFallback = false
    }
    // Some mistakes show only when it is rendered: once with nothing known, once with everything.
    render(template, {})
    render(template, Object.fromEntries([...uses.keys()].map((path) => [splitPath(path)[0], 'x'])))
    return { uses: [...uses.values()] }
  } catch (error) {
    return { error: reasonOf(error) }
  }
}

/** Everything that is written of values, each with those that are known to be there: `{% if name %}` sees to it. */
function outputsOf(template: string): { output: string; known: ReadonlySet<string> }[] {
  const open: string[][] = []
  const found: { output: string; known: ReadonlySet<string> }[] = []
  for (const [, output, tag = '', asked = ''] of template.matchAll(
    /\{\{-?\s*([\s\S]*?)\s*-?\}\}|\{%-?\s*(\w+)\s*([\s\S]*?)\s*-?%\}/g,
  )) {
    if (output !== undefined) found.push({ output, known: new Set(open.flat()) })
    else if (tag === 'if') open.push(knownBy(asked))
    else if (tag === 'unless') open.push([])
    else if (tag === 'elsif' || tag === 'else') open.splice(-1, 1, tag === 'elsif' ? knownBy(asked) : [])
    else if (tag === 'endif' || tag === 'endunless') open.pop()
  }
  return found
}

/** The paths that must be there for a Liquid condition to hold, where it is one of the plain sort: `a and b != blank`. */
function knownBy(asked: string): string[] {
  if (/\bor\b/.test(asked)) return []
  return asked.split(/\band\b/).flatMap((part) => {
    const [, path] =
      /^\s*([a-z_][\w.]*)\s*(?:!=\s*(?:blank|empty|nil|""|'')\s*|==\s*(?:"[^"]+"|'[^']+'|[\d.]+)\s*)?$/i.exec(part) ??
      []
    return path ?? []
  })
}

/**
 * Gives a value another name where a template uses it: nowhere else, so neither in a filter that happens
 * to have the same name nor in quoted text. A template that cannot be read stays as it is.
 */
export function renameInTemplate(template: string, from: string, to: string): string {
  if (!template.includes(from)) return template
  if (!isBeyondPage(template)) return renameInWording(template, from, to)
  let found: { row: number; col: number }[]
  try {
    const { globals } = engine.analyzeSync(engine.parse(template))
    found = (Object.hasOwn(globals, from) ? (globals[from] ?? []) : []).map(({ location }) => location)
  } catch {
    return template
  }
  const lineStarts = [0, ...[...template.matchAll(/\n/g)].map(({ index }) => index + 1)]
  const places = found.map(({ row, col }) => (lineStarts[row - 1] ?? 0) + col - 1)
  return [...new Set(places)]
    .sort((a, b) => b - a)
    .reduce(
      (text, at) => (text.startsWith(from, at) ? text.slice(0, at) + to + text.slice(at + from.length) : text),
      template,
    )
}
