import { api, applied, releasedForm, send, smallForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Outside places: connected and tried in Settings, chosen in Dispatch, seen on the Bench and in the Outbox. */

interface Caught {
  id: string
  body: string
  signed: boolean | null
  copies: number
}

const caught = async (catcher: string): Promise<Caught[]> => {
  const response = await fetch(`${facts.bench}/hooks?workspace=${catcher}`)
  return ((await response.json()) as { events: Caught[] }).events
}

test('a webhook is connected with a secret of its own, tried, chosen by a form, and its signature holds', async ({
  studio,
}) => {
  const title = unique('Kiln board')
  const catcher = unique('catcher')
  await studio.goto('/settings')
  const place = studio.getByRole('region', { name: 'Connections' })
  await place.getByLabel('Connect a place').selectOption('Webhook')
  await place.getByLabel('Called').fill(title)
  await place.getByLabel('Address').fill('not an address')
  await place.getByRole('button', { name: 'Connect it' }).click()
  await expect(place.getByRole('alert')).toContainText('begins with https:// or http://')
  await place.getByLabel('Address').fill(`${facts.bench}/hooks/${catcher}`)
  await place.getByRole('button', { name: 'Connect it' }).click()
  const secret = await place.getByText(/^whsec_/).innerText()
  await studio.reload()
  await expect(place.getByText(/^whsec_/)).toBeHidden()

  await place.getByRole('button', { name: `Try ${title}` }).click()
  await expect(place.getByText('401: {"error"')).toBeVisible()
  const trusted = await fetch(`${facts.bench}/hooks/secret?workspace=${catcher}`, {
    method: 'PUT',
    body: JSON.stringify({ secret }),
  })
  expect(trusted.status).toBe(200)
  await place.getByRole('button', { name: `Try ${title}` }).click()
  await expect(place.getByText('200: {"caught"')).toBeVisible()

  const slug = unique('sends')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/dispatch`)
  await studio.getByLabel(title).check()
  await studio.getByRole('link', { name: 'Release' }).click()
  await studio.getByRole('button', { name: 'Make release 2 live' }).click()
  await expect(studio.getByText('release 2 live')).toBeVisible()
  const email = `${unique('signe')}@studio.example`
  const sent = await send(facts, slug, { first_name: 'Signe', email })
  await applied(facts, sent.body.submission)
  const event = await until('the event', async () =>
    (await caught(catcher)).find(({ body }) => body.includes('submission.applied')),
  )
  expect(event).toMatchObject({ signed: true, copies: 1 })
  expect(JSON.parse(event.body)).toMatchObject({
    data: { submission: sent.body.submission, form: { slug, release: 2 }, values: { first_name: 'Signe', email } },
  })
  await studio.goto(`/arrivals/${sent.body.submission}`)
  await expect(studio.getByText(`${title} gets the submission as a signed event`)).toBeVisible()
  await expect(studio.getByText('This form sends there').first()).toBeVisible()
  await studio.getByText('Event submission.applied of').click()
  await expect(studio.getByText('"type": "submission.applied"')).toBeVisible()
})

test('a connection within Lichen’s own network is refused, said at its line, and kept in the Outbox until it is mended', async ({
  studio,
}) => {
  const title = unique('Inside')
  await studio.goto('/settings')
  const place = studio.getByRole('region', { name: 'Connections' })
  await place.getByLabel('Connect a place').selectOption('CRM')
  await place.getByLabel('Called').fill(title)
  await place.getByLabel('Address').fill('http://localhost:5432/')
  await place.getByRole('button', { name: 'Connect it' }).click()
  await place.getByRole('button', { name: `Try ${title}` }).click()
  await expect(place.getByText(/localhost \(.*\) is not a public address/)).toBeVisible()

  const slug = unique('inside')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/dispatch`)
  await studio.getByLabel(title).check()
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  await api(facts, 'POST', `/forms/${slug}/releases`)
  const email = `${unique('vidar')}@studio.example`
  const sent = await send(facts, slug, { first_name: 'Vidar', email })
  const given = await until('it is given up', async () => {
    const { deliveries } = await applied(facts, sent.body.submission)
    return deliveries.find(({ state }) => state === 'given_up')
  })
  expect(given.error).toContain('is not a public address')

  // What nobody need look at again is put aside with a reason, and calls no more.
  await studio.goto('/outbox')
  const calls = studio.getByRole('navigation', { name: 'Places' }).getByTitle(/given up$/)
  const before = Number(await calls.textContent())
  const row = studio.getByRole('row').filter({ hasText: `CRM contact ${email}` })
  await row.getByRole('button', { name: 'Put aside…' }).click()
  await row.getByLabel('Why').fill('Vidar was called instead')
  await studio.keyboard.press('Enter')
  await expect(row).toHaveCount(0)
  await expect(calls).toHaveCount(before === 1 ? 0 : 1)
  if (before > 1) await expect(calls).toHaveText(String(before - 1))
  await studio.getByRole('button', { name: 'Put aside', exact: true }).click()
  await expect(row).toContainText('put aside by Ines: Vidar was called instead')

  await studio.goto('/settings')
  await place.getByRole('button', { name: title, exact: true }).click()
  await place.getByLabel('Address').fill(facts.bench)
  await place.getByRole('button', { name: 'Save connection' }).click()
  await studio.goto('/outbox?show=aside')
  await row.getByRole('button', { name: 'Send again' }).click()
  await until('it is delivered', async () => {
    const { deliveries } = await applied(facts, sent.body.submission)
    return deliveries.every(({ state }) => state === 'delivered')
  })
})
