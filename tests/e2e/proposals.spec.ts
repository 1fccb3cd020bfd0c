import { api, applied, askEmail, askFirstName, formAsking, releasedForm, send } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** What somebody says who proves nothing: beside what is stored, taken or left by a key, and undone. */

test('what an unproven sender says stands beside what is stored, and is taken or left by a key', async ({ studio }) => {
  const slug = unique('proposing')
  const name = { kind: 'short_text' as const, name: 'last_name', label: 'Last name', lands: [{ field: 'last_name' }] }
  await releasedForm(facts, slug, formAsking([askFirstName, name, askEmail]))
  const email = `${unique('moira')}@studio.example`
  const sendAs = async (first_name: string, last_name: string) => {
    const sent = await send(facts, slug, { first_name, last_name, email })
    return applied(facts, sent.body.submission)
  }
  const { contact } = await sendAs('Moira', 'Hay')
  const { id } = await sendAs('Mallory', 'Hey')

  // Records tells it beforehand, and what would be otherwise by their personal link.
  await studio.goto(`/forms/${slug}/records`)
  await expect(async () => {
    // What is chosen before the studio wakes is forgotten.
    await studio.getByLabel('Whose answers').selectOption({ index: 1 })
    await expect(studio.getByText(/^stays Moira, proposed: Mallory$/)).toBeVisible({ timeout: 1500 })
  }).toPass()
  await studio.getByRole('button', { name: 'Sent by' }).click()
  await studio.getByPlaceholder('A name or an address').fill(email)
  await studio.locator('[cmdk-item]').filter({ hasText: email }).click()
  await expect(studio.getByText(/^Moira → Mallory$/)).toBeVisible()

  await studio.goto(`/arrivals/${id}`)
  await expect(studio.getByText('First name stays Moira; Mallory is proposed')).toBeVisible()
  await studio.goto(`/people/${contact}`)
  await expect(studio.getByText('2 values proposed by unproven senders')).toBeVisible()
  const first = studio.getByRole('row', { name: /^First name/ })
  const last = studio.getByRole('row', { name: /^Last name/ })
  await expect(first).toContainText(/Mallory\s*proposed in/)
  await expect(first.getByRole('button', { name: /, change First name$/ })).toHaveText('Moira, change First name')

  await studio.keyboard.press('Alt+KeyT')
  await expect(first.getByRole('button', { name: /, change First name$/ })).toHaveText('Mallory, change First name')
  await expect(first).not.toContainText('proposed')
  await studio.getByRole('button', { name: 'Undo' }).click()
  await expect(first).toContainText(/Mallory\s*proposed in/)

  await last.getByRole('button', { name: 'Take Hey as Last name' }).focus()
  await studio.keyboard.press('Alt+KeyL')
  await expect(last).not.toContainText('Hey')
  await expect(last).toContainText('Hay')
  await studio.getByRole('button', { name: 'Leave all' }).click()
  await expect(studio.getByText(/proposed by unproven/)).toBeHidden()
  const { values } = (await api<{ values: object }>(facts, 'GET', `/contacts/${contact}`)).body
  expect(values).toMatchObject({ first_name: 'Moira', last_name: 'Hay' })
})
