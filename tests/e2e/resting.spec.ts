import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { turn } from '../support/lichen'
import { makeWorkspace } from '../support/workspace'
import { expect, facts, test, unique } from './studio'

test('a place that does not answer rests; its workspace reads so, tries it, and all goes out', async ({ browser }) => {
  const own = await makeWorkspace(facts)
  const reach = { ...facts, token: own.token }
  const crm = { title: 'House CRM', target: 'crm', settings: { url: facts.bench }, everyForm: true }
  await api(reach, 'POST', '/connections', crm)
  await turn(facts, { crm: 'fails' }, own.id)
  const slug = unique('resting')
  await releasedForm(reach, slug, { ...smallForm, joins: [], routing: {} })
  const sent = await Promise.all(
    [1, 2, 3, 4].map((n) => send(reach, slug, { first_name: `Rest ${n}`, email: `rest-${n}@${slug}.example` })),
  )
  for (const one of sent) await applied(reach, one.body.submission)

  const context = await browser.newContext({ baseURL: facts.url })
  const [name = '', value = ''] = own.cookie.split(';')[0]?.split(/=(.*)/s) ?? []
  await context.addCookies([{ name, value: decodeURIComponent(value), url: facts.url }])
  const page = await context.newPage()
  await expect(async () => {
    await page.goto('/outbox')
    const told = page.getByRole('status').filter({ hasText: 'House CRM has not answered as it should since' })
    await expect(told).toContainText('deliveries wait', { timeout: 1000 })
  }).toPass()
  await page.getByRole('status').getByRole('link', { name: 'Settings' }).click()
  const place = page.getByRole('region', { name: 'Connections' })
  await expect(place.getByText('rests', { exact: true })).toBeVisible()
  await expect(place.getByText(/has not answered as it should since .* times in a row: .*503/)).toBeVisible()

  await turn(facts, { crm: 'works' }, own.id)
  await place.getByRole('button', { name: 'Try House CRM' }).click()
  await expect(place.getByText('answered', { exact: true })).toBeVisible()
  await expect(place.getByText('rests', { exact: true })).toHaveCount(0)
  await expect(async () => {
    await page.goto('/outbox')
    await expect(page.getByText('Everything is delivered')).toBeVisible({ timeout: 1000 })
  }).toPass()
})
