import { api, applied, releasedForm, send, smallForm } from '../support/api'
import { enterHouse } from './house'
import { expect, test, unique } from './studio'

test('a specialist corrects answers, sees what comes of it, does what is wanted, and puts it back', async ({
  browser,
}) => {
  const slug = unique('correct')
  const { page: studio, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, smallForm)
  const email = `odda@${slug}.example`
  const { body } = await send(reach, slug, { first_name: 'Odda', email, letter: true })
  const { contact } = await applied(reach, body.submission)
  await studio.goto(`/arrivals/${body.submission}`)
  await studio.getByRole('button', { name: 'Correct the answers…' }).click()
  const correcting = studio.getByRole('region', { name: 'Correct the answers' })
  await expect(correcting.getByRole('button', { name: 'Correct them' })).toBeDisabled()
  await correcting.getByLabel('Email').fill('nobody')
  await expect(correcting.getByRole('alert')).toContainText('Email')
  await expect(correcting.getByRole('button', { name: 'Correct them' })).toBeDisabled()
  await correcting.getByLabel('Email').fill(`oda@${slug}.example`)
  await correcting.getByLabel('First name').fill('Oda')
  await expect(correcting.getByRole('row').filter({ hasText: 'First name' })).toContainText('Odda → Oda')
  await expect(correcting.getByRole('row').filter({ hasText: 'Email' })).toContainText(`→ oda@${slug}.example`)
  // What went out otherwise goes again only where that is wanted.
  const again = correcting.getByLabel(/^Send again, as it is now/)
  await expect(again.first()).not.toBeChecked()
  await correcting.getByRole('button', { name: 'Correct them' }).click()
  const corrections = studio.getByRole('region', { name: 'Corrections' })
  await expect(corrections).toContainText('First name: Odda → Oda')
  await expect(studio.getByRole('heading', { level: 1 })).toHaveText(`oda@${slug}.example`)
  await studio.getByRole('link', { name: 'Their page' }).click()
  await expect(studio).toHaveURL(new RegExp(`/people/${contact}$`))
  await expect(studio.getByRole('heading', { level: 1 })).toHaveText('Oda')
  await studio.goBack()
  await corrections.getByRole('button', { name: 'Put back: the correction of these answers' }).click()
  await expect(corrections).toHaveCount(0)
  await expect(studio.getByRole('heading', { level: 1 })).toHaveText(email)
  const { body: person } = await api<{ values: { first_name: string } }>(reach, 'GET', `/contacts/${contact}`)
  expect(person.values.first_name).toBe('Odda')
  await studio.goto(`/settings/history?search=${slug}`)
  await expect(studio.getByRole('row').filter({ hasText: 'corrected answers' })).toHaveCount(1)
})
