import { applied, mailTo, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, facts, test, unique } from './studio'

test('a mail waits for hours that are set at a desk, is seen waiting, stopped, and sent now', async ({ browser }) => {
  const slug = unique('waits')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)

  // Nobody is there but on a day that is neither today nor tomorrow.
  const day =
    ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'][(new Date(Date.now() + 3 * 86_400_000).getUTCDay() + 6) % 7] ?? ''
  await page.getByRole('link', { name: 'Settings' }).click()
  const desk = page.locator('details').filter({ hasText: 'Advice line' })
  await desk.locator('summary').click()
  await desk.getByRole('button', { name: 'Say when somebody is there…' }).click()
  for (const other of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'])
    await desk.getByRole('checkbox', { name: other }).setChecked(other === day)
  await desk.getByLabel('From').fill('10:00')
  await desk.getByRole('button', { name: 'Save desk' }).click()
  await expect(desk.getByRole('status')).toHaveText('Saved for every form.')

  await page.goto(`/forms/${slug}/dispatch`)
  const message = page.locator('details').filter({ hasText: 'to the visitor' })
  await message.locator('summary').click()
  await message.getByLabel('Goes out').selectOption('so long after it was sent')
  await message.getByLabel('How long it waits').fill('3')
  await message.getByLabel('Minutes, hours or days').selectOption('days')
  await expect(message.locator('summary')).toContainText('after 3 days')
  await message.getByLabel('Goes out').selectOption('in the hours of a desk')
  await expect(message.locator('summary')).toContainText('in the hours of Advice line')
  await page.getByRole('link', { name: 'Release' }).click()
  await expect(page.getByText('Changed the message “Thanks”').first()).toBeVisible()
  await page.getByRole('button', { name: 'Make release 2 live' }).click()
  await expect(page.getByText('release 2 live')).toBeVisible()

  const email = (name: string) => `${name}@${slug}.example`
  for (const name of ['oda', 'bram']) {
    const { body } = await send(reach, slug, { first_name: name, email: email(name) })
    await applied(reach, body.submission)
  }
  await page.getByRole('link', { name: 'Outbox' }).click()
  const row = (name: string) =>
    page
      .getByRole('row')
      .filter({ hasText: email(name) })
      .filter({ hasText: 'Thank you' })
  await expect(row('oda')).toContainText('waits for its time')
  await expect(row('oda')).toContainText(/goes out \d+ \w+, 10:00/)
  await row('oda').getByRole('button', { name: 'Stop…' }).click()
  await page.getByLabel('Why').fill('She rang')
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(row('oda')).toHaveCount(0)
  await row('bram').getByRole('button', { name: 'Send now' }).click()
  await expect(row('bram')).toHaveCount(0)
  expect((await mailTo(facts, email('bram'))).length).toBe(1)
  expect(await mailTo(facts, email('oda'))).toEqual([])
  await page.getByRole('button', { name: 'Put aside' }).click()
  await expect(row('oda')).toContainText('put aside by Berit: She rang')
  await page.goto('/settings/history')
  await expect(page.getByRole('cell', { name: 'put a delivery aside' })).toBeVisible()
  await expect(page.getByRole('cell', { name: 'sent a delivery again' })).toBeVisible()
})
