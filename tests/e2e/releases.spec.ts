import {
  api,
  applied,
  askClay,
  askEmail,
  askFirstName,
  formAsking,
  releasedForm,
  replaceDraft,
  send,
} from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Before a release and after it: what those who came would meet, and the way back. */

test('a bad release is found by those who came before it, and one that was made is gone back from', async ({
  studio,
}) => {
  const slug = unique('back')
  await releasedForm(facts, slug, formAsking([askFirstName, askEmail, askClay]))
  const email = `${unique('ada')}@studio.example`
  const sent = await send(facts, slug, { first_name: 'Ada', email, clay: 'porcelain' })
  await applied(facts, sent.body.submission)
  const narrower = { ...askClay, options: askClay.options.slice(0, 1) }
  const size = { kind: 'short_text' as const, name: 'size', label: 'How large?' }
  await replaceDraft(facts, slug, formAsking([askFirstName, askEmail, narrower, size]))
  await studio.goto(`/forms/${slug}/release`)

  await test.step('those who came are run through the draft, and who would be refused is told, and for what', async () => {
    const past = studio.getByRole('region', { name: 'What past arrivals would meet' })
    // A press before the studio has woken is not heard.
    await expect(async () => {
      await past.getByRole('button', { name: 'Run them' }).click()
      await expect(past.getByText('1 would be refused')).toBeVisible({ timeout: 5000 })
    }).toPass()
    await past.getByRole('button', { name: `What ${email} would meet` }).click()
    await expect(past.getByText('It is refused at “Which clay?”')).toBeVisible()
    await expect(past.getByText('Release 1', { exact: true })).toBeVisible()
    await expect(past.getByRole('link', { name: email })).toHaveAttribute('href', `/arrivals/${sent.body.submission}`)
  })

  await test.step('it is released all the same, and gone back from', async () => {
    await studio.getByRole('button', { name: 'Make release 2 live' }).click()
    await expect(studio.getByText('release 2 live')).toBeVisible()
    await studio.getByRole('button', { name: 'Go back to release 1' }).click()
    await expect(studio.getByText('“How large?” would be no more: nobody has answered it')).toBeVisible()
    await studio.getByRole('button', { name: 'Make it live again, as release 3' }).click()
    await expect(studio.getByText('release 3 live')).toBeVisible()
    await expect(studio.getByRole('row', { name: /^3 live/ })).toContainText('Removed the question “How large?”')
    const { body } = await api<{ draft: { steps: { questions: { name: string }[] }[] } }>(
      facts,
      'GET',
      `/forms/${slug}/draft`,
    )
    expect(JSON.stringify(body)).toContain('How large?')
  })

  await test.step('or only taken into the draft, which undo brings back', async () => {
    await studio.getByRole('button', { name: 'Go back to release 1' }).click()
    await studio.getByRole('button', { name: 'Take it into the draft instead' }).click()
    await expect(studio.getByText('The draft is what visitors get.')).toBeVisible()
    await studio.keyboard.press('Control+z')
    await expect(studio.getByText('Added the question “How large?”').first()).toBeVisible()
  })
})
