import type { FormInput } from '@/core/form/definition'
import { addressIn, api, applied, mailTo, releasedForm, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { entryKept, nothingToCount } from '../support/entries'
import { expect, facts, test, unique } from './studio'

/** Visitors: with a personal link, stopping midway, without scripts, with wrong input, without a connection. */

async function newForm(more: Partial<FormInput> = {}): Promise<string> {
  const slug = unique('visitor')
  await releasedForm(facts, slug, { ...smallForm, ...more })
  return slug
}

const sentBy = async (email: string) => {
  const { body } = await api<{ submissions: { id: string; email: string; form: string }[] }>(
    facts,
    'GET',
    '/submissions?limit=100',
  )
  return body.submissions.filter((one) => one.email === email)
}

test('a personal link greets by name, fills what is known, and stays editable', async ({ page }) => {
  const email = `${unique('thea')}@studio.example`
  const { body: contact } = await api<{ id: string }>(facts, 'POST', '/contacts', { email, first_name: 'Thea' })
  const { body: link } = await api<{ url: string }>(facts, 'POST', `/contacts/${contact.id}/links`, {
    form: 'bring-a-studio',
  })
  await page.goto(link.url)
  await expect(page.getByRole('heading', { name: 'Thea, bring a studio along' })).toBeVisible()
  await expect(page.getByLabel('Your email')).toHaveValue(email)
  await page.getByLabel('Your first name').fill('Theodora')
  await page.getByLabel('Which studio').fill('Elm Pottery')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Theodora' })).toBeVisible()
  const [sent] = await until('the submission', async () => {
    const found = await sentBy(email)
    return found.length > 0 && found
  })
  const submission = await applied(facts, sent?.id ?? '')
  expect(submission).toMatchObject({ contact: contact.id, origins: { email: 'record', first_name: 'typed' } })
})

test('whoever stops midway finds their answers again in the same browser, and the specialist sees what was left', async ({
  page,
  studio,
}) => {
  const slug = await newForm()
  const email = `${unique('wim')}@studio.example`
  await page.goto(`/f/${slug}`)
  await expect(page.getByText('What you fill in is kept as you go')).toBeVisible()
  await page.getByLabel('First name').fill('Wim')
  await page.getByLabel('What do you need?').fill('A kiln that fits')
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('heading', { name: 'Where to reach you' })).toBeFocused()
  await page.getByLabel('Email').fill(email)
  await until('the entry is kept', async () => {
    await studio.goto(`/arrivals?form=${slug}&state=unfinished`)
    return (await studio.getByText(email).count()) > 0
  })
  await page.reload()
  await expect(page.getByText('Your answers from before are still here.')).toBeVisible()
  await expect(page.getByLabel('Email')).toHaveValue(email)
  // A reload is no return; coming back after the sitting is one.
  const returned = async () => (await api(facts, 'GET', `/forms/${slug}/readout`)).body.returned
  await nothingToCount(slug)
  expect(await returned()).toBe(0)
  // What the page before still had to tell may come after the hours were put back: then they are put back again.
  await until('the return is counted', async () => {
    await query(facts.database, `update visit set last_at = last_at - interval '2 hours' where answers::text like $1`, [
      `%${email}%`,
    ])
    await page.reload()
    await nothingToCount(slug)
    return (await returned()) === 1
  })
  await page.getByRole('button', { name: 'Back' }).click()
  await expect(page.getByLabel('First name')).toHaveValue('Wim')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Wim' })).toBeVisible()
  const numbers = await until('the numbers follow', async () => {
    const { body } = await api(facts, 'GET', `/forms/${slug}/readout`)
    return body.sent === 1 && body
  })
  expect(numbers).toMatchObject({ arrived: 1, began: 1, sent: 1, unfinished: 0, returned: 1 })
  await studio.goto(`/arrivals?form=${slug}&state=unfinished`)
  await expect(studio.getByText('No unfinished entries')).toBeVisible()
})

test('another browser, or the address without the link, is shown nothing that was kept', async ({ page, browser }) => {
  const email = `${unique('nils')}@studio.example`
  const { body: contact } = await api<{ id: string }>(facts, 'POST', '/contacts', { email, first_name: 'Nils' })
  const { body: link } = await api<{ url: string }>(facts, 'POST', `/contacts/${contact.id}/links`, {
    form: 'kiln-finder',
  })
  await page.goto(link.url)
  await page.getByText('Stoneware').click()
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByRole('heading', { name: 'Your room' })).toBeVisible()
  await entryKept('kiln-finder', email)
  await page.goto(`${facts.url}/f/kiln-finder`)
  await expect(page.getByRole('heading', { name: 'Your work' })).toBeVisible()
  expect(await page.content()).not.toContain(email)
  const other = await (await browser.newContext()).newPage()
  await other.goto(`${facts.url}/f/kiln-finder`)
  expect(await other.content()).not.toContain(email)
})

test.describe('with JavaScript off', () => {
  test.use({ javaScriptEnabled: false, viewport: { width: 390, height: 844 } })

  test('the form works step by step, checked on the server', async ({ page }) => {
    const email = `${unique('orla')}@studio.example`
    await page.goto('/f/kiln-finder?utm_source=letter')
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect(page.getByText('Choose one of the options.')).toBeVisible()
    await page.getByText('Stoneware').click()
    await page.getByRole('textbox', { name: 'How many people' }).fill('3')
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect(page.getByText('Your answer brought up another question.')).toBeVisible()
    await expect(page.getByRole('textbox', { name: 'How hot do you fire?' })).toHaveValue('1240')
    await page.getByRole('textbox', { name: 'How hot do you fire?' }).fill('1250')
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect(page.getByText('Pick a temperature between 1 000 and 1 320 °C, in steps of 20')).toBeVisible()
    const listed = page.getByRole('alert').getByRole('link', { name: 'How hot do you fire?' })
    await expect(listed).toHaveAttribute('href', '#q-peak_temperature')
    await page.getByRole('textbox', { name: 'How hot do you fire?' }).fill('1260')
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByLabel('Three-phase').check()
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByRole('button', { name: 'Back' }).click()
    await expect(page.getByLabel('Three-phase')).toBeChecked()
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByLabel('Where is the studio?').selectOption('east')
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByLabel('First name').fill('Orla')
    await page.getByLabel('Work email').fill(email)
    await page.getByRole('checkbox').check()
    await page.getByRole('button', { name: 'Send to Tarnfield' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you, Orla' })).toBeVisible()
    await page.reload()
    await expect(page.getByRole('heading', { name: 'Thank you, Orla' })).toBeVisible()
    // The letter the box joins is confirmed by mail: one mail thanks, one asks.
    const mails = await until('both mails', async () => {
      const came = await mailTo(facts, email)
      return came.length > 1 && came
    })
    expect(mails.map(({ text }) => addressIn(text, 'join') !== undefined).toSorted()).toEqual([false, true])
    expect(await sentBy(email)).toHaveLength(1)
  })
})

test('wrong input is told at its place, and a second press sends nothing twice', async ({ page }) => {
  const slug = await newForm()
  const email = `${unique('petra')}@studio.example`
  await page.goto(`/f/${slug}`)
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByText('Fill this in.')).toBeVisible()
  await expect(page.getByLabel('First name')).toBeFocused()
  await expect(page.getByRole('alert')).toContainText('One answer needs another look:')
  await page.getByLabel('What do you need?').focus()
  await page.getByRole('alert').getByRole('link', { name: 'First name' }).click()
  await expect(page.getByLabel('First name')).toBeFocused()
  await page.getByLabel('First name').fill('Petra')
  await expect(page.getByText('Fill this in.')).toBeHidden()
  await page.keyboard.press('Enter')
  await page.getByLabel('Email').fill('petra@')
  await page.keyboard.press('Tab')
  await expect(page.getByText('Write an email address, such as name@studio.example.')).toBeVisible()
  await page.getByLabel('Email').fill(email)
  await page.getByRole('button', { name: 'Send' }).dblclick()
  await expect(page.getByRole('heading', { name: 'Thank you, Petra' })).toBeVisible()
  await until('applied', async () => (await sentBy(email)).length === 1)
})

for (const pace of ['steps', 'one', 'page'] as const)
  test(`a lost connection loses nothing, asked by ${pace}: the answers stay, and sending again works`, async ({
    page,
    context,
  }) => {
    const slug = await newForm({ pace })
    const email = `${unique('edda')}@studio.example`
    const goOn = page.locator('[data-forward]')
    const goTo = async (name: string) => {
      while (!(await page.locator(`[data-question=${name}]`).isVisible())) await goOn.click()
    }
    await page.goto(`/f/${slug}`)
    await page.getByLabel('First name').fill('Edda')
    await goTo('email')
    await context.setOffline(true)
    await page.getByLabel('Email').fill(email)
    await goTo('letter')
    await goOn.click()
    await expect(page.getByRole('alert')).toContainText('Nothing is lost')
    await context.setOffline(false)
    // What could not be sent is still in this browser after a reload.
    await page.reload()
    await expect(page.locator('[name=email]')).toHaveValue(email)
    await expect(page.locator('[name=first_name]')).toHaveValue('Edda')
    await goTo('letter')
    await goOn.click()
    await expect(page.getByRole('heading', { name: 'Thank you, Edda' })).toBeVisible()
  })

test('what a browser still keeps is back before the page answers, and leads nobody back from where they went', async ({
  page,
  context,
}) => {
  const { steps } = smallForm
  const peak = { kind: 'slider', name: 'peak', label: 'Peak', minimum: 1000, maximum: 1300, step: 20 } as const
  const slug = await newForm({ steps: [{ name: 'heat', title: 'Heat', questions: [peak] }, ...steps] })
  // What is told arrives, and no browser hears of it.
  await context.route('**/progress*', async (route) => {
    await route.fetch()
    await route.abort()
  })
  await page.goto(`/f/${slug}`)
  const told = page.waitForRequest('**/progress*')
  await page.locator('input.field[name=peak]').fill('1200')
  await told
  const named = new Set(await page.evaluate(() => performance.getEntriesByType('resource').map(({ name }) => name)))
  await context.route(/\/visitor-.*\.js$/, async (route, request) => {
    // What this page loads beside what it names comes late.
    if (!named.has(request.url())) await new Promise((done) => setTimeout(done, 1000))
    await route.continue()
  })
  let late = 0
  page.on('requestfinished', (request) => {
    if (/\/visitor-.*\.js$/.test(request.url()) && !named.has(request.url())) late++
  })
  await page.reload()
  // The slider is there once the page answers.
  await expect(page.locator('[type=range]')).toBeVisible()
  await expect(page.locator('input.field[name=peak]')).toHaveValue('1200')
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByLabel('First name')).toBeVisible()
  await expect.poll(() => late).toBeGreaterThan(0)
  await expect(page.getByLabel('First name')).toBeVisible()
})

test('what was just typed is still there where the browser is gone before any of it was told', async ({
  page,
  context,
}) => {
  const slug = await newForm()
  await context.route('**/progress*', (route) => route.abort())
  await page.goto(`/f/${slug}`)
  await page.getByLabel('First name').fill('Edda')
  // In the same moment, as where a phone ends a browser.
  const kept = await page.evaluate(() => Object.values(localStorage).join())
  expect(kept).toContain('Edda')
  await page.reload()
  await expect(page.locator('[name=first_name]')).toHaveValue('Edda')
  await context.unroute('**/progress*')
  await page.getByLabel('What do you need?').fill('A kiln')
  // Once it has arrived, the browser keeps nothing.
  await expect.poll(() => page.evaluate(() => localStorage.length)).toBe(0)
})
