import { applied, releasedForm, until, api } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Addresses: a slip is offered for correction, and a form can insist on an address at work. */

const form = (slug: string, business: boolean) => ({
  title: slug,
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        {
          kind: 'email' as const,
          name: 'email',
          label: 'Email',
          required: true,
          business,
          lands: [{ field: 'email' }],
        },
      ],
    },
  ],
})

const sent = (slug: string) =>
  until('the submission', async () => {
    const { body } = await api<{ submissions: { id: string }[] }>(facts, 'GET', `/submissions?form=${slug}`)
    const id = body.submissions[0]?.id
    return id ? applied(facts, id) : null
  })

test('a likely slip is offered for correction, and taken or left', async ({ page }) => {
  const slug = unique('slip')
  await releasedForm(facts, slug, form(slug, false))
  await page.goto(`/f/${slug}`)
  const field = page.getByRole('textbox', { name: 'Email' })
  await field.fill('oda@gmial.com')
  await field.press('Tab')
  const offer = page.getByRole('button', { name: 'oda@gmail.com' })
  await offer.click()
  await expect(field).toHaveValue('oda@gmail.com')
  await expect(field).toBeFocused()
  await expect(offer).toBeHidden()
  await field.fill('oda@gmial.com')
  await field.press('Tab')
  await expect(offer).toBeVisible()
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  expect((await sent(slug)).values).toMatchObject({ email: 'oda@gmial.com' })
})

test('a form that wants addresses at work says so at its place', async ({ page }) => {
  const slug = unique('work')
  await releasedForm(facts, slug, form(slug, true))
  await page.goto(`/f/${slug}`)
  const field = page.getByRole('textbox', { name: 'Email' })
  await field.fill('oda@gmail.com')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByText('Give your address at work, not one at gmail.com.')).toBeVisible()
  await expect(field).toBeFocused()
  await field.fill('oda@alder-studio.example')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  expect((await sent(slug)).values).toMatchObject({ email: 'oda@alder-studio.example' })
})
