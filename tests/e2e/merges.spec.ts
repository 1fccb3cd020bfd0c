import { api } from '../support/api'
import { expect, facts, test, unique } from './studio'

test('an answer is inserted where the cursor stands, by button and by typing two braces', async ({ studio }) => {
  const slug = unique('merged')
  expect((await api(facts, 'POST', '/forms', { name: slug, slug })).status).toBe(201)
  await studio.goto(`/forms/${slug}/dispatch`)
  await studio.getByText('Notice', { exact: true }).click()
  const body = studio.getByLabel('Text', { exact: true }).first()
  await body.fill('From: , thanks')
  await body.evaluate((box: HTMLTextAreaElement) => box.setSelectionRange(6, 6))
  const insert = (await body.getAttribute('id')) ?? ''
  await studio.locator(`[data-into="${insert}"]`).click()
  await studio.getByPlaceholder('Which answer?').fill('mail')
  await studio.keyboard.press('Enter')
  await expect(body).toBeFocused()
  await expect(body).toHaveValue('From: {{ email | default: "" }}, thanks')
  // The cursor is where the words for a missing answer go.
  await studio.keyboard.type('nobody')
  await expect(body).toHaveValue('From: {{ email | default: "nobody" }}, thanks')
  await expect(studio.getByText('From: nobody, thanks')).toBeVisible()

  const subject = studio.getByLabel('Subject', { exact: true }).first()
  await subject.fill('')
  await subject.pressSequentially('All of it: {{')
  await studio.getByPlaceholder('Which answer?').fill('all answers')
  await studio.keyboard.press('Enter')
  await expect(subject).toHaveValue('All of it: {{ all_answers | default: "" }}')
  await expect(studio.getByText('draft saved')).toBeVisible()
})
