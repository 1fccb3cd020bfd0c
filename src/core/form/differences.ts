import { nameInEnglish } from '../language/languages'
import type { Form } from './definition'
import { callStep } from './steps'
import { translationsIn } from './translation_edits'
import { labelOf, questionsAsked } from './values'

/** What changed from one definition to another, in words a specialist would use; empty for nothing. */
export function tellDifferences(before: Form | null, after: Form): string[] {
  if (!before) return ['First release']
  return [
    ...tellQuestions(before, after),
    ...tellNamed('carried value', before.carried, after.carried, ({ label }) => label),
    ...tellNamed('message', before.messages, after.messages, ({ title }) => title),
    ...tellNamed(
      'step',
      before.steps.map(withoutQuestions),
      after.steps.map(withoutQuestions),
      calledIn(before, after),
    ),
    ...tellOrder(before, after),
    ...tellPart('The routing table', before.routing, after.routing),
    ...tellPart('The records opened or updated', before.records, after.records),
    ...tellPart('The connections it sends to', before.targets, after.targets),
    ...tellPart('Lists joined', before.joins, after.joins),
    ...tellNamed('outcome', before.outcomes, after.outcomes, ({ called }) => called),
    ...tellPart('The outcome for all others', before.outcome, after.outcome),
    ...tellPart('The title', before.title, after.title),
    ...tellPart('The introduction', before.intro, after.intro),
    ...tellPart('Wording of the buttons', before.wording, after.wording),
    ...tellPart('The mark on questions', before.marks, after.marks),
    ...tellPart('How much is asked at once', before.pace, after.pace),
    ...tellPart('The look', before.look, after.look),
    ...tellPart('Whether search engines may show it', before.inSearch, after.inSearch),
    ...tellPart('Sites that may frame the form', before.framedBy, after.framedBy),
    ...tellPart('Sites that send to it from pages of their own', before.sentFrom, after.sentFrom),
    ...tellPart('Keeping unfinished answers', before.keepUnfinished, after.keepUnfinished),
    ...tellPart('How questions are asked in turn', before.turns, after.turns),
    ...tellPart('Remembering people in their browsers', before.remembers, after.remembers),
    ...tellPart('Asking whether it may be kept where visitors came from', before.asksOrigin, after.asksOrigin),
    ...tellPart('The languages', before.languages, after.languages),
    ...tellTranslations(before, after),
  ]
}

/** What is said otherwise in each language that visitors can read. */
const tellTranslations = (before: Form, after: Form): string[] =>
  after.languages.slice(1).flatMap((tag) => {
    const [old, now] = [translationsIn(before, tag), translationsIn(after, tag)]
    const keys = new Set([...Object.keys(old), ...Object.keys(now)])
    const changed = [...keys].filter((key) => old[key]?.text !== now[key]?.text).length
    return changed === 0
      ? []
      : [`Changed ${changed} ${changed === 1 ? 'wording' : 'wordings'} in ${nameInEnglish(tag)}`]
  })

const calledIn =
  (before: Form, after: Form) =>
  (step: Pick<Form['steps'][number], 'name' | 'title'>): string =>
    callStep(after.steps.some(({ name }) => name === step.name) ? after.steps : before.steps, step)

const withoutQuestions = ({ name, title, shownAs }: Form['steps'][number]) => ({ name, title, shownAs })

function tellQuestions(before: Form, after: Form): string[] {
  const all = (form: Form) => form.steps.flatMap(({ questions }) => questions)
  return tellNamed('question', all(before), all(after), ({ label }) => label)
}

function tellNamed<T extends { name: string }>(what: string, before: T[], after: T[], titleOf: (item: T) => string) {
  const lines: string[] = []
  for (const item of after) {
    const old = before.find(({ name }) => name === item.name)
    if (!old) lines.push(`Added the ${what} “${titleOf(item)}”`)
    else if (!same(old, item)) lines.push(`Changed the ${what} “${titleOf(item)}”: ${changedParts(old, item)}`)
  }
  for (const item of before)
    if (!after.some(({ name }) => name === item.name)) lines.push(`Removed the ${what} “${titleOf(item)}”`)
  return lines
}

/** What parts of a definition are called where their own name would not do. */
export const PART_WORDS: Readonly<Record<string, string>> = {
  shownWhen: 'when it shows',
  shownAs: 'how the page words it',
  yesShownAs: 'what visitors read for yes',
  noShownAs: 'what visitors read for no',
  firstShownAs: 'what visitors read above the first',
  lastShownAs: 'what visitors read above the last',
  unitShownAs: 'what visitors read as its unit',
  wording: 'what is agreed to',
  lands: 'where it lands',
  sentAs: 'what forms elsewhere call it',
  fill: 'what fills it',
  turn: 'whether it is asked in turn',
  errorText: 'error text',
  off: 'switched on or off',
  hideLabel: 'whether its label is seen',
  placeholder: 'words in its box',
  ownLook: 'its own look',
  on: 'screens it shows on',
  default: 'what it starts as',
  unitOfOne: 'unit of one',
  business: 'business addresses only',
  refused: 'domains refused',
  taken: 'domains taken',
  past: 'whether days may be past',
  ahead: 'how far ahead',
  weekdays: 'days of the week',
  minLength: 'shortest answer',
  maxLength: 'longest answer',
  like: 'what it must be like',
  checked: 'its check character',
  minimum: 'smallest answer',
  maximum: 'largest answer',
  step: 'steps',
  least: 'fewest choices',
  most: 'most that can be given',
  look: 'layout',
  other: 'a written choice',
  shuffled: 'order of the options',
  shape: 'shape of the pictures',
  sorts: 'sorts of file taken',
  megabytes: 'largest file',
  alone: 'options chosen by themselves only',
}

function changedParts<T extends object>(before: T, after: T): string {
  const keys = Object.keys({ ...before, ...after }) as (keyof T & string)[]
  return keys
    .filter((key) => !same(before[key], after[key]))
    .map((key) => PART_WORDS[key] ?? key)
    .join(', ')
}

function tellOrder(before: Form, after: Form): string[] {
  const order = (form: Form, other: Form) =>
    questionsAsked(form)
      .filter(({ question }) => questionsAsked(other).some((o) => o.question.name === question.name))
      .map(({ step, question }) => `${step.name}/${question.name}`)
  const moved = order(after, before).filter((key, index) => key !== order(before, after)[index])
  return moved.length > 0
    ? [`Moved ${moved.map((key) => `“${labelOf(after, key.split('/')[1] ?? '')}”`).join(', ')}`]
    : []
}

const tellPart = (what: string, before: unknown, after: unknown): string[] =>
  same(before, after) ? [] : [`${what} changed`]

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
