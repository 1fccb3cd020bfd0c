import { momentIn } from '@/core/formats/zone'
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

/** A day and time so many seconds from now, as a box for it shows it in the workspace’s zone. */
const shownIn = (seconds: number) => momentIn('Europe/Stockholm', new Date(Date.now() + seconds * 1000))

test('a release is planned, called off, and planned again; the form opens, closes and is full as it was set', async ({
  studio,
  page,
}) => {
  const slug = unique('plan')
  await releasedForm(facts, slug, formAsking([askFirstName, askEmail]))
  await replaceDraft(facts, slug, formAsking([askFirstName, askEmail, askClay]))
  await studio.goto(`/forms/${slug}/release`)
  const planned = studio.getByRole('region', { name: 'Planned release' })
  const button = studio.getByRole('button', { name: 'Plan it' })

  await test.step('planned for tomorrow, and called off', async () => {
    await expect(button).toBeDisabled()
    // What is typed before the studio has woken is not heard.
    await expect(async () => {
      await studio.getByLabel('When it is to be released').fill('')
      await studio.getByLabel('When it is to be released').fill(shownIn(86_400))
      await expect(button).toBeEnabled({ timeout: 500 })
    }).toPass()
    await button.click()
    await expect(planned.getByRole('heading')).toContainText('Release 2 is planned for')
    await expect(planned).toContainText('Added the question “Which clay?”')
    await expect(studio.getByRole('region', { name: slug }).getByText('release planned')).toBeVisible()
    await planned.getByRole('button', { name: 'Call it off' }).click()
    await expect(planned).toHaveCount(0)
  })

  await test.step('a moment that is over is refused, in words', async () => {
    await studio.getByLabel('When it is to be released').fill(shownIn(-7200))
    await button.click()
    await expect(studio.getByRole('alert').filter({ hasText: 'Choose a moment that is to come' })).toBeVisible()
  })

  await test.step('its settings say when it opens, and visitors read so', async () => {
    await studio.goto(`/forms/${slug}/settings`)
    const set = async (label: string, text: string) => {
      const box = studio.getByRole('main').getByLabel(label, { exact: true })
      // What was written before the studio had woken is news to it only once it has been something else.
      await box.fill('')
      await box.fill(text)
      await box.blur()
    }
    await expect(async () => {
      await set('Opens', '2031-03-04T08:00')
      await expect(studio.getByText('It is not open yet: it opens on')).toBeVisible({ timeout: 2000 })
    }).toPass()
    await studio.getByLabel('Closes', { exact: true }).fill('2031-03-04T08:00')
    await expect(studio.getByText('It cannot open and close at the same moment.')).toBeVisible()
    await set('Before', 'The fair is in March.')
    await expect(async () => {
      await page.goto(`${facts.url}/f/${slug}`)
      await expect(page.getByText('The fair is in March.')).toBeVisible({ timeout: 500 })
    }).toPass()
    // Colleagues try it beforehand.
    await studio.goto(`/forms/${slug}/release`)
    const address = await studio
      .getByRole('row', { name: /^For colleagues/ })
      .getByRole('link')
      .getAttribute('href')
    await page.goto(address ?? '')
    await expect(page.getByLabel('First name')).toBeVisible()
    await page.getByLabel('First name').fill('Colleague')
    await page.getByLabel('Email').fill(`${slug}@tarnfield.example`)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
    await studio.goto(`/forms/${slug}/settings`)
    await expect(async () => {
      await set('Opens', '2031-03-05T08:00')
      await expect(studio.getByText('It is not open yet: it opens on 5 Mar 2031')).toBeVisible({ timeout: 2000 })
    }).toPass()
    await studio.getByRole('listitem').filter({ hasText: 'It opens on' }).getByRole('button', { name: 'Undo' }).click()
    await expect(studio.getByRole('main').getByLabel('Opens', { exact: true })).toHaveValue('2031-03-04T08:00')
    await set('Opens', '')
    await expect(studio.getByText('It is open.')).toBeVisible()
    await studio.getByRole('main').getByLabel('Places', { exact: true }).fill('many')
    await expect(studio.getByText('A whole number from 1 to 100 000, or nothing.')).toBeVisible()
    await set('Places', '1')
    await expect(studio.getByText('0 of 1 taken.')).toBeVisible()
    await send(facts, slug, { first_name: 'Ada', email: `${unique('ada')}@studio.example` })
    await studio.reload()
    await expect(studio.getByText('It is full: its one place is taken.')).toBeVisible()
    await expect(async () => {
      await page.goto(`${facts.url}/f/${slug}`)
      await expect(page.getByRole('heading', { name: 'This form is closed' })).toBeVisible({ timeout: 500 })
    }).toPass()
  })
})
