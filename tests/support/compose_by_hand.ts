import type { Locator, Page } from '@playwright/test'
import { FILE_SORTS } from '@/core/answers/file_sorts'
import { nameOfCountry } from '@/core/answers/countries'
import type { Form, Question } from '@/core/form/definition'
import { findQuestion } from '@/core/form/values'
import { type Condition, isTest, openGroup, type Test } from '@/core/logic/condition'
import { operandsOf } from '@/core/logic/expectation'
import { SMALL_PICTURE } from './pictures'

/**
 * Makes how a form looks, its steps and its questions in a blank form as a newcomer would: chooses its theme and
 * pace, types what is asked, opens
 * each row, and sets in it whatever is not as it begins, by the words on the screen.
 */
export async function composeByHand(studio: Page, form: Form): Promise<void> {
  await studio.getByRole('link', { name: 'Look', exact: true }).click()
  await studio.getByRole('radio', { name: form.look.theme }).check({ force: true })
  const { place, heading, text } = form.look.standing
  const standing = studio.getByRole('region', { name: 'Above or beside the questions' })
  await standing.getByLabel('Stands').selectOption(place)
  await standing.getByLabel('Heading').fill(heading)
  await standing.getByLabel('Text').fill(text)
  await studio.getByRole('link', { name: 'Questions', exact: true }).click()
  await studio.getByText('Title and wording').click()
  await studio.getByLabel('Asks').selectOption(form.pace)
  await studio.getByText('Title and wording').click()
  await studio.getByRole('button', { name: 'Email: Email' }).focus()
  await studio.keyboard.press('Delete')
  for (const [index, step] of form.steps.entries()) {
    if (index > 0) await studio.getByRole('button', { name: 'Add a step' }).click()
    const band = studio.getByRole('button', { name: new RegExp(`^Step ${index + 1}( ·|$)`) })
    await band.click()
    await studio.getByLabel(`Title of step ${index + 1}`).fill(step.title)
    const around = studio.locator('tr').filter({ has: band })
    if (step.shownWhen) await setCondition(around, form, step.shownWhen)
    await band.click()
    const quick = studio.getByLabel('Add questions at the end')
    await quick.fill(step.questions.map(({ label }) => label).join('\n'))
    await quick.press('Enter')
    for (const question of step.questions) await setQuestion(studio, form, question)
  }
}

async function setQuestion(studio: Page, form: Form, question: Question): Promise<void> {
  const row = studio.getByRole('button', { name: new RegExp(`: ${escaped(question.label)}$`) }).last()
  await row.click()
  const drawer = studio.locator('[data-drawer]')
  await drawer.getByLabel('Kind', { exact: true }).selectOption(question.kind)
  const rarer = drawer.locator('details', { has: studio.getByText('Less often') })
  if ((await rarer.getAttribute('open')) === null) await rarer.locator('summary').first().click()
  const called = drawer.getByLabel('Called in reports')
  await called.fill(question.name)
  await called.press('Enter')
  for (const [key, value] of Object.entries(question)) await set[key]?.(drawer, value as never, question)
  if (typeof question.default === 'number') await write('Starts as')(drawer, question.default as never, question)
  if (question.shownWhen) await setCondition(drawer, form, question.shownWhen)
  await row.click()
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

type Setter = (drawer: Locator, value: never, question: Question) => Promise<void>

const write =
  (label: string): Setter =>
  async (drawer, value: unknown) => {
    const box = drawer.getByLabel(label, { exact: true })
    const text = value === null ? '' : String(value as string | number)
    if ((await box.count()) > 0 && (await box.inputValue()) !== text) await box.fill(text)
  }

const choose =
  (label: string): Setter =>
  async (drawer, value: unknown) => {
    const menu = drawer.getByLabel(label, { exact: true })
    if (value !== null && (await menu.count()) > 0) await menu.selectOption(String(value as string))
  }

const tick =
  (label: string, not = false): Setter =>
  async (drawer, value: boolean) => {
    const box = drawer.getByLabel(label, { exact: true })
    if ((await box.count()) > 0) await box.setChecked(value !== not)
  }

/** Each setting by what it is called on the screen. */
const set: Record<string, Setter> = {
  required: tick('required'),
  help: write('Help'),
  shownAs: write('On the page'),
  placeholder: write('In the box'),
  errorText: write('If wrong, say'),
  width: choose('Width'),
  options: setOptions,
  rows: async (drawer, rows: unknown, question) =>
    Array.isArray(rows) ? setRows(drawer, rows as never) : write('Rows')(drawer, rows as never, question),
  look: choose('Laid out as'),
  other: write('For anything else'),
  shuffled: async (drawer, value: boolean) => {
    const box = drawer.getByLabel(/in another order for each visitor$/)
    if ((await box.count()) > 0) await box.setChecked(value)
  },
  least: write('At least'),
  most: async (drawer, value, question) =>
    write(question.kind === 'file' ? 'Most files' : 'At most')(drawer, value, question),
  turn: async (drawer, turn: { known: string; days: number } | null) => {
    if (!turn) return
    await drawer.getByLabel('Asked', { exact: true }).selectOption(turn.known)
    if (turn.known === 'again') await drawer.getByLabel('Asked again after').selectOption(String(turn.days))
  },
  places: write('Places given'),
  several: tick('several in a row'),
  like: write('Like this'),
  checked: tick('ends in its check character'),
  minLength: write('Shortest answer'),
  maxLength: write('Longest answer'),
  counter: tick('counts characters'),
  minimum: write('Smallest'),
  maximum: write('Largest'),
  step: write('In steps of'),
  unit: write('Unit'),
  unitOfOne: write('Unit of one'),
  currency: choose('Currency'),
  earliest: async (drawer, value, question) =>
    write(question.kind === 'time' ? 'First time' : 'First day')(drawer, value, question),
  latest: async (drawer, value, question) =>
    write(question.kind === 'time' ? 'Last time' : 'Last day')(drawer, value, question),
  past: async (drawer, value, question) =>
    tick(question.kind === 'time' ? 'not earlier than now' : 'not in the past', true)(drawer, value, question),
  ahead: async (drawer, value, question) =>
    write(question.kind === 'time' ? 'Minutes ahead at most' : 'Days ahead at most')(drawer, value, question),
  weekdays: tick('Monday to Friday'),
  first: async (drawer, value, question) =>
    write(question.kind === 'date_range' ? 'Above the first' : 'First part')(drawer, value, question),
  last: async (drawer, value, question) =>
    write(question.kind === 'date_range' ? 'Above the last' : 'Last part')(drawer, value, question),
  yes: write('Yes reads'),
  no: write('No reads'),
  low: async (drawer, value: string) => drawer.getByLabel('It means').first().fill(value),
  high: async (drawer, value: string) => drawer.getByLabel('It means').last().fill(value),
  points: write('Points'),
  symbol: choose('Shown as'),
  country: choose('Country at first'),
  countries: async (drawer, codes: string[]) => {
    for (const code of codes)
      await drawer
        .getByLabel('Countries offered')
        .first()
        .selectOption({ label: nameOfCountry(code) })
  },
  business: tick('business addresses only: free and throw-away ones are refused'),
  sorts: async (drawer, sorts: (keyof typeof FILE_SORTS)[]) => {
    const every = Object.keys(FILE_SORTS) as typeof sorts
    const box = (sort: (typeof sorts)[number]) => drawer.getByLabel(FILE_SORTS[sort].words, { exact: true })
    // One sort at least is taken at any time.
    for (const sort of sorts) await box(sort).check()
    for (const sort of every.filter((one) => !sorts.includes(one))) await box(sort).uncheck()
  },
  megabytes: write('Largest, in MB'),
  expression: write('Computed as'),
  decimals: write('Digits after the point'),
  shown: tick('shown to visitors'),
  text: write('Text'),
  divider: tick('a line above it'),
  picture: async (drawer, value: object | null, { label }) => {
    if (value) await addPicture(drawer, `Add a picture of ${label}`, 1)
  },
  wording: write('Text agreed to'),
}

interface OptionInput {
  value: string
  label: string
  caption?: string
  alone?: boolean
  picture?: object | null
}

const linesOf = (options: readonly OptionInput[]): string =>
  options.map(({ value, label }) => `${value} = ${label}`).join('\n')

async function setRows(drawer: Locator, rows: readonly OptionInput[]): Promise<void> {
  await drawer.getByLabel('Rows, one a line').fill(linesOf(rows))
}

async function setOptions(drawer: Locator, options: readonly OptionInput[], question: Question): Promise<void> {
  await drawer.getByLabel('Options, one a line').fill(linesOf(options))
  if (options.some(({ caption, alone }) => caption || alone)) {
    await drawer.getByText('More about each option').click()
    for (const { label, caption = '', alone = false } of options) {
      if (caption) await drawer.getByLabel(`Caption of ${label}`).fill(caption)
      if (alone) await drawer.getByRole('listitem', { name: label, exact: true }).getByLabel('only by itself').check()
    }
  }
  if (!('look' in question) || question.look !== 'pictures') return
  await drawer.getByLabel('Laid out as').selectOption('pictures')
  await addPicture(drawer, 'Add pictures to the options in their order', options.length)
}

/** Sends small pictures, and waits until each is there. */
async function addPicture(drawer: Locator, label: string, count: number): Promise<void> {
  const files = Array.from({ length: count }, (_, n) => ({
    name: `${n}.png`,
    mimeType: 'image/png',
    buffer: SMALL_PICTURE,
  }))
  await drawer.locator(`input[type=file][aria-label="${label}"]`).setInputFiles(files)
  await drawer
    .getByLabel(/^What the picture of/)
    .nth(count - 1)
    .waitFor()
}

/** Sets when something is shown, test by test and group by group. */
async function setCondition(around: Locator, form: Form, condition: Condition): Promise<void> {
  const editor = around.locator('span:text-is("Shown when") + div > div')
  const [join, parts] = isTest(condition) ? (['all', [condition]] as const) : openGroup(condition)
  await setParts(editor, form, parts, false)
  if (join !== 'all') await editor.getByLabel('How the tests are joined').first().selectOption(join)
}

async function setParts(group: Locator, form: Form, parts: readonly Condition[], begun: boolean): Promise<void> {
  for (const [index, part] of parts.entries()) {
    if (isTest(part)) {
      // A group begins with a test of its own.
      if (index > 0 || !begun) await group.getByRole('button', { name: 'Add a test' }).last().click()
      await setTest(group.locator('> .grid').last(), form, part)
    } else {
      const [join, inner] = openGroup(part)
      await group.getByRole('button', { name: 'Add a group' }).last().click()
      const nested = group.locator('> .border-l-2').last()
      await nested.getByLabel('How the tests are joined').selectOption(join)
      await setParts(nested, form, inner, true)
    }
  }
}

async function setTest(row: Locator, form: Form, { value, is, to }: Test): Promise<void> {
  await row.getByLabel('Value', { exact: true }).selectOption(value)
  await row.getByLabel('Must be', { exact: true }).selectOption(is)
  const operands = operandsOf(to)
  const ticks = row.getByRole('checkbox')
  if ((await ticks.count()) > 0) {
    for (const one of await ticks.all()) await one.uncheck()
    for (const operand of operands) await row.getByLabel(wordsOf(form, value, operand), { exact: true }).check()
  } else if ((await row.getByLabel('Answer', { exact: true }).count()) > 0)
    await row.getByLabel('Answer', { exact: true }).selectOption({ label: wordsOf(form, value, operands[0]) })
  else if (operands.length > 0) await row.locator('input').fill(String(operands[0]))
}

function wordsOf(form: Form, name: string, operand: unknown): string {
  const question = findQuestion(form, name)
  if (question && 'options' in question)
    return question.options.find(({ value }) => value === operand)?.label ?? String(operand)
  if (question?.kind === 'yes_no') return operand === true ? question.yes : question.no
  return String(operand)
}
