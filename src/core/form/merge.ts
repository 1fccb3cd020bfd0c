import { valueIn } from '../answers/answer'
import { type Form, formSchema } from './definition'

/** Something that both changed, each otherwise: where it is, and what each made of it. */
export interface Clash {
  /** Place in the form, questions by their names wherever they stand: `questions.ware.label`. */
  key: string
  before: unknown
  ours: unknown
  theirs: unknown
}

/** Whose of two stands where they clash. */
export type Choose = (key: string) => 'ours' | 'theirs'

export interface Merged {
  /** Both sides’ changes; where they clash, what was chosen: theirs unless told otherwise. */
  form: Form
  clashes: Clash[]
}

/**
 * Puts together what two sides made of one form: a change of one side stands, and where both changed the same thing
 * otherwise they clash. Questions, steps, messages and the like are told apart by their names, wherever they stand.
 * `null` where what comes of it would be no sound form.
 */
export function mergeForms(before: Form, ours: Form, theirs: Form, choose: Choose = () => 'theirs'): Merged | null {
  const clashes: Clash[] = []
  const merge = new Merge(clashes, choose)
  const [our, their] = [open(ours), open(theirs)]
  const merged = merge.values('', open(before), our, their) as Opened
  const read = formSchema.safeParse(close({ ...merged, order: withAll(merged, [their, our]) }))
  return read.success ? { form: read.data, clashes } : null
}

type Item = Readonly<Record<string, unknown>>

/** A form with its steps and questions apart from the order they stand in. */
interface Opened extends Item {
  /** Names of steps, each with those of its questions after it. */
  order: readonly string[]
  steps: Readonly<Record<string, Item>>
  questions: Readonly<Record<string, Item>>
}

const STEP = 'step:'

function open({ steps, ...form }: Form): Opened {
  return {
    ...form,
    order: steps.flatMap(({ name, questions }) => [STEP + name, ...questions.map((question) => question.name)]),
    steps: Object.fromEntries(steps.map(({ questions: _, ...step }) => [step.name, step])),
    questions: Object.fromEntries(
      steps.flatMap(({ questions }) => questions.map((question) => [question.name, question])),
    ),
  }
}

/** The order with whatever is left that one side took away and the other changed: behind what it stood behind there. */
function withAll({ order, steps, questions }: Opened, sides: readonly Opened[]): string[] {
  const all = [...order]
  const left = [...Object.keys(steps).map((name) => STEP + name), ...Object.keys(questions)]
  for (const side of sides)
    for (const [at, row] of side.order.entries()) {
      if (all.includes(row) || !left.includes(row)) continue
      const behind = side.order.slice(0, at).findLast((one) => all.includes(one))
      all.splice(behind === undefined ? 0 : all.indexOf(behind) + 1, 0, row)
    }
  return all
}

function close({ order, steps, questions, ...form }: Opened): unknown {
  const closed: { name: string; questions: Item[] }[] = []
  const waiting: Item[] = []
  const placed = new Set<string>()
  for (const row of order) {
    if (placed.has(row)) continue
    placed.add(row)
    const step = row.startsWith(STEP) ? valueIn(steps, row.slice(STEP.length)) : undefined
    const question = valueIn(questions, row)
    if (step) closed.push({ ...step, name: String(step.name), questions: waiting.splice(0) })
    else if (question) (closed.at(-1)?.questions ?? waiting).push(question)
  }
  return { ...form, steps: closed }
}

class Merge {
  constructor(
    private readonly clashes: Clash[],
    private readonly choose: Choose,
  ) {}

  values(key: string, before: unknown, ours: unknown, theirs: unknown): unknown {
    if (same(ours, theirs) || same(before, ours)) return theirs
    if (same(before, theirs)) return ours
    if (key === 'order') return mergeOrder(namesIn(before), namesIn(ours), namesIn(theirs))
    if (isItem(ours) && isItem(theirs) && ours.kind === theirs.kind && (before === undefined || isItem(before)))
      return this.items(key, before ?? {}, ours, theirs)
    const lists = [before ?? [], ours, theirs].map(byName)
    const [was, our, their] = lists
    if (was && our && their) return this.lists(key, was, our, their)
    return this.clash(key, before, ours, theirs)
  }

  private items(key: string, before: Item, ours: Item, theirs: Item): Item {
    const names = [...new Set([...Object.keys(theirs), ...Object.keys(ours)])]
    return Object.fromEntries(
      names.flatMap((name) => {
        const merged = this.values(
          key === '' ? name : `${key}.${name}`,
          valueIn(before, name),
          valueIn(ours, name),
          valueIn(theirs, name),
        )
        return merged === undefined ? [] : [[name, merged]]
      }),
    )
  }

  private lists(key: string, before: Named, ours: Named, theirs: Named): unknown[] {
    const order = mergeOrder([...before.keys()], [...ours.keys()], [...theirs.keys()])
    const names = new Set([...order, ...ours.keys(), ...theirs.keys()])
    return [...names].flatMap((name) => {
      const merged = this.values(`${key}.${name}`, before.get(name), ours.get(name), theirs.get(name))
      return merged === undefined ? [] : [merged]
    })
  }

  private clash(key: string, before: unknown, ours: unknown, theirs: unknown): unknown {
    this.clashes.push({ key, before, ours, theirs })
    return this.choose(key) === 'ours' ? ours : theirs
  }
}

type Named = Map<string, unknown>

/** The items of a list by what tells them apart; `null` where something does not. */
function byName(list: unknown): Named | null {
  if (!Array.isArray(list)) return null
  const named: Named = new Map()
  for (const item of list as unknown[]) {
    const { name, value, connection, list: joined, consent } = isItem(item) ? item : {}
    const key = name ?? connection ?? (joined === undefined ? value : `${String(joined)} ${String(consent)}`)
    if (typeof key !== 'string' || named.has(key)) return null
    named.set(key, item)
  }
  return named
}

/**
 * An order with both sides’ changes: whoever moved something gives the order, theirs where both did. What the other
 * added comes after what it stood behind there, and what either took away is gone.
 */
export function mergeOrder(before: readonly string[], ours: readonly string[], theirs: readonly string[]): string[] {
  const moved = !same(common(before, theirs), common(theirs, before))
  const [lead, other] = moved || same(common(before, ours), common(ours, before)) ? [theirs, ours] : [ours, theirs]
  const order = lead.filter((name) => !before.includes(name) || other.includes(name))
  other.forEach((name, at) => {
    if (before.includes(name) || order.includes(name)) return
    const behind = other.slice(0, at).findLast((one) => order.includes(one))
    order.splice(behind === undefined ? 0 : order.indexOf(behind) + 1, 0, name)
  })
  return order
}

/** What of a list is in another, too, in its own order. */
const common = (list: readonly string[], other: readonly string[]): string[] =>
  list.filter((name) => other.includes(name))

const namesIn = (list: unknown): string[] => (Array.isArray(list) ? (list as string[]) : [])

const isItem = (value: unknown): value is Item => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Whether two values say the same; the order of keys says nothing. */
function same(one: unknown, other: unknown): boolean {
  if (Object.is(one, other)) return true
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length && one.every((item, at) => same(item, other[at]))
  if (!isItem(one) || !isItem(other)) return false
  const keys = Object.keys(one)
  return (
    keys.length === Object.keys(other).length &&
    keys.every((key) => Object.hasOwn(other, key) && same(one[key], other[key]))
  )
}
