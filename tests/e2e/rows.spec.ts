import type { Page } from '@playwright/test'
import { api } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** The ledger by the mouse: rows and steps are dragged, and what there is to do with a row stands in it. */

const rows = async (studio: Page) =>
  (await studio.locator('[data-row]').evaluateAll((all) => all.map((one) => (one as HTMLElement).dataset.row))).join(
    ' ',
  )

async function drag(studio: Page, from: string, to: string, part: number): Promise<void> {
  const handle = studio.locator(`[data-handle="${from}"]`)
  const [start, end] = [
    await handle.boundingBox(),
    await studio.locator('tr', { has: studio.locator(`[data-handle="${to}"]`) }).boundingBox(),
  ]
  if (!start || !end) throw new Error('There is no such row')
  await studio.mouse.move(start.x + start.width / 2, start.y + start.height / 2)
  await studio.mouse.down()
  await studio.mouse.move(start.x + 40, start.y + 8, { steps: 3 })
  await studio.mouse.move(start.x + 40, end.y + end.height * part, { steps: 8 })
  await studio.mouse.up()
}

test('rows and steps are dragged, and undo puts them back', async ({ studio }) => {
  const slug = unique('dragged')
  const question = (name: string) => ({ kind: 'short_text' as const, name, label: name })
  const draft = {
    title: slug,
    steps: [
      { name: 'one', title: 'One', questions: [question('a'), question('b'), question('c')] },
      { name: 'two', title: 'Two', questions: [question('d')] },
    ],
    carried: [
      { name: 'source', label: 'Source' },
      { name: 'medium', label: 'Medium' },
    ],
  }
  expect((await api(facts, 'POST', '/forms', { name: slug, slug, draft })).status).toBe(201)
  await studio.goto(`/forms/${slug}/compose`)
  const start = 'step:one a b c step:two d source medium'
  await expect.poll(() => rows(studio)).toBe(start)
  await drag(studio, 'a', 'c', 0.9)
  await expect.poll(() => rows(studio)).toBe('step:one b c a step:two d source medium')
  await drag(studio, 'd', 'b', 0.1)
  await expect.poll(() => rows(studio)).toBe('step:one d b c a step:two source medium')
  await drag(studio, 'c', 'step:two', 0.9)
  await expect.poll(() => rows(studio)).toBe('step:one d b a step:two c source medium')
  await drag(studio, 'step:two', 'step:one', 0.1)
  await expect.poll(() => rows(studio)).toBe('step:two c step:one d b a source medium')
  await drag(studio, 'medium', 'source', 0.1)
  await expect.poll(() => rows(studio)).toBe('step:two c step:one d b a medium source')
  // A carried value has no place among questions.
  await drag(studio, 'medium', 'd', 0.1)
  await expect.poll(() => rows(studio)).toBe('step:two c step:one d b a medium source')
  // For a moment after a drag, the library of drags takes a click for its end.
  await studio.evaluate(() => new Promise((over) => setTimeout(over, 100)))
  for (let n = 0; n < 5; n++) await studio.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect.poll(() => rows(studio)).toBe(start)
})

test('an open row offers to move, duplicate, switch off and delete it', async ({ studio }) => {
  const slug = unique('tools')
  expect((await api(facts, 'POST', '/forms', { name: slug, slug })).status).toBe(201)
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByLabel('Add questions at the end').fill('Which clay?\nHow hot?')
  await studio.keyboard.press('Enter')
  await expect.poll(() => rows(studio)).toBe('step:step_1 email which_clay how_hot')
  await studio.getByRole('button', { name: /Which clay\?$/ }).click()
  const tools = (title: string) => studio.getByRole('group', { name: `What to do with ${title}` })
  await tools('Which clay?').getByRole('button', { name: 'Up', exact: true }).click()
  await expect.poll(() => rows(studio)).toBe('step:step_1 which_clay email how_hot')
  await tools('Which clay?').getByRole('button', { name: 'Switch off' }).click()
  await expect(tools('Which clay?').getByRole('button', { name: 'Switch on' })).toBeVisible()
  await tools('Which clay?').getByRole('button', { name: 'Duplicate' }).click()
  await expect.poll(() => rows(studio)).toBe('step:step_1 which_clay which_clay_2 email how_hot')
  await expect(studio.locator('[data-drawer="which_clay_2"]')).toBeVisible()
  await tools('Which clay?').getByRole('button', { name: 'Delete' }).click()
  await expect.poll(() => rows(studio)).toBe('step:step_1 which_clay email how_hot')
  await expect(studio.locator('[data-row="email"]')).toBeFocused()

  // What is wanted now and then is folded, and told where it is otherwise than usual.
  await studio.locator('[data-row="how_hot"]').click()
  const drawer = studio.locator('[data-drawer="how_hot"]')
  await expect(drawer.getByLabel('Width')).toBeHidden()
  await drawer.getByText('Less often').click()
  await drawer.getByLabel('On the page').fill('How hot does it get?')
  await drawer.getByLabel('Width').selectOption('half')
  await drawer.getByText('Less often').click()
  await expect(drawer.getByText('set here: how the page words it, width')).toBeVisible()
  await expect(drawer.getByLabel('Width')).toBeHidden()
})

test('the keyboard comes past the head with one press', async ({ studio }) => {
  await studio.goto('/forms/kiln-finder/compose')
  await studio.keyboard.press('Tab')
  const skip = studio.getByRole('link', { name: 'Skip to this place' })
  await expect(skip).toBeFocused()
  await expect(skip).toBeInViewport()
  await studio.keyboard.press('Enter')
  await expect(studio.getByRole('main')).toBeFocused()
  await studio.keyboard.press('Tab')
  expect(await studio.evaluate(() => document.activeElement?.closest('main') !== null)).toBe(true)
})
