import { api, applied, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { query } from '../support/database'
import { openPage } from '../support/page'
import { expect, facts, test, unique } from './studio'

/** People and machines: what is kept apart, with which reasons, and what a specialist makes of it. */

interface Row {
  id: string
  state: string
  suspicions: string[]
}

interface Counted {
  arrived: number
  began: number
  sent: number
  steps: { reached: number }[]
  answered: { answered: number }[]
}

const newForm = async () => {
  const slug = unique('spam')
  await releasedForm(facts, slug, smallForm)
  return slug
}

const listed = async (slug: string, state = '') => {
  const { body } = await api<{ submissions: Row[] }>(
    facts,
    'GET',
    `/submissions?form=${slug}&state=${state}`.replace(/&state=$/, ''),
  )
  return body.submissions
}

const reasons = async (slug: string) => (await listed(slug, 'spam')).map(({ suspicions }) => suspicions.join(' '))

test('a person with a script does the work without noticing, and is applied', async ({ page }) => {
  const slug = await newForm()
  const email = `${unique('una')}@people.example`
  await page.goto(`/f/${slug}`)
  await page.getByLabel('First name').fill('Una')
  const work = page.locator('[name=_work]')
  await expect(work).not.toHaveValue('')
  // What was found is what was asked for (SHA-256 by WebCrypto).
  const task = JSON.parse((await work.getAttribute('data-task')) ?? '') as { challenge: string; salt: string }
  const { number } = JSON.parse(atob(await work.inputValue())) as { number: number }
  const digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(`${task.salt}${number}`))
  expect(Buffer.from(digest).toString('hex')).toBe(task.challenge)
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel('Email').fill(email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Una' })).toBeVisible()
  await until('the mail', async () => (await mailTo(facts, email)).length > 0)
  expect(await reasons(slug)).toEqual([])
})

test('a person without a script is taken all the same, step by step', async ({ browser }) => {
  const slug = await newForm()
  const page = await (await browser.newContext({ javaScriptEnabled: false })).newPage()
  await page.goto(`${facts.url}/f/${slug}`)
  await page.getByLabel('First name').fill('Piet')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel('Email').fill(`${unique('piet')}@people.example`)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Piet' })).toBeVisible()
  const [row] = await until('the submission', async () => ((await listed(slug)).length > 0 ? listed(slug) : null))
  await applied(facts, row?.id ?? '')
})

test('machines are told from people by what they do, are answered like people, and do nothing', async ({ page }) => {
  const slug = await newForm()
  const values = { first_name: 'Bot', email: `${unique('bot')}@machines.example` }
  const opened = (await openPage(facts, `/f/${slug}`)).data
  // Without opening anything; with another visit's page; at once.
  for (const signs of [{}, { ...(await openPage(facts, `/f/${slug}`)).data, opened: opened.opened }, opened]) {
    const answered = await send({ url: facts.url }, slug, values, signs)
    expect([answered.status, answered.body.outcome.title]).toEqual([200, 'Thank you, Bot'])
  }
  // A browser that is driven through everything there is.
  await page.goto(`/f/${slug}`)
  await page.getByLabel('First name').fill('Bot')
  await page.locator('[name=_website]').evaluate((input: HTMLInputElement) => (input.value = 'https://bot.example'))
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel('Email').fill(values.email)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you, Bot' })).toBeVisible()
  // How long the browser took besides is the machine's matter that it runs on.
  const told = (await reasons(slug)).map((one) => one.replace(' quick', ''))
  expect(told.sort()).toEqual(['hasty', 'trap', 'unopened', 'unopened'])
  expect(await listed(slug)).toEqual([])
  const done = await query(
    facts.database,
    `select s.plan, s.contact_id, v.answers from submission s
    join form f on f.id = s.form_id left join visit v on v.form_id = f.id and v.id = s.visit_id where f.slug = $1`,
    [slug],
  )
  expect(done).toHaveLength(4)
  for (const row of done) expect(row).toEqual({ plan: null, contact_id: null, answers: null })
  expect(await mailTo(facts, values.email)).toEqual([])
  // Nothing of it is in the form's numbers, until somebody says that it is real.
  const counted = async () => {
    const { body } = await api<Counted>(facts, 'GET', `/forms/${slug}/readout`)
    const { arrived, began, sent, steps, answered } = body
    return { arrived, began, sent, reached: steps.map(({ reached }) => reached), answered: answered[0]?.answered }
  }
  await expect.poll(counted).toEqual({ arrived: 0, began: 0, sent: 0, reached: [0, 0], answered: 0 })
  const trapped = (await listed(slug, 'spam')).find(({ suspicions }) => suspicions.includes('trap'))
  await api(facts, 'POST', `/submissions/${trapped?.id}/real`)
  await expect.poll(counted).toEqual({ arrived: 1, began: 1, sent: 1, reached: [1, 1], answered: 1 })
})

/** A form with four questions. */
const fourQuestions = async () => {
  const slug = unique('filled')
  const questions = ['Name', 'Studio', 'Town', 'Street'].map(
    (label) => ({ kind: 'short_text', name: label.toLowerCase(), label }) as const,
  )
  await releasedForm(facts, slug, { title: 'Filled', steps: [{ name: 'all', title: 'All', questions }] })
  return slug
}

/** In a page: fills all of it in at once. */
const fillAll = () => {
  for (const box of document.querySelectorAll<HTMLInputElement>('form input[type=text]:not([name^=_])')) {
    box.value = 'Alder'
    box.dispatchEvent(new Event('input', { bubbles: true }))
  }
}

test('a person whose browser fills everything in at once is taken for one', async ({ page }) => {
  const slug = await fourQuestions()
  await page.goto(`/f/${slug}`)
  await page.getByLabel('Name').click()
  await page.evaluate(fillAll)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: /^Thank you/ })).toBeVisible()
  const row = await until('the submission', async () => (await listed(slug))[0])
  await applied(facts, row.id)
})

test('a program that fills in a page in a browser, and presses nothing, is told from one', async ({ page, studio }) => {
  const slug = await fourQuestions()
  // By a script of the page's own: what is asked of a page by its driver counts as a person's doing. It sends once the
  // page's work is done: sending waits a second for that, which a busy machine may not have done it in.
  await page.addInitScript(`addEventListener('load', () => setTimeout(() => {
    (${fillAll.toString()})()
    const waiting = setInterval(() => {
      if (document.forms[0].elements._work.value === '' || performance.now() < 2500) return
      clearInterval(waiting)
      document.forms[0].requestSubmit()
    }, 50)
  }))`)
  await page.goto(`/f/${slug}`)
  const why = await until('it is sent', async () => (await reasons(slug))[0])
  expect(why).toBe('untouched quick')
  await studio.goto(`/arrivals?form=${slug}&state=spam`)
  const words = 'its page was touched by nobody (half a reason); filled in faster than people do (half a reason)'
  await expect(studio.getByRole('cell', { name: words })).toBeVisible()
})

test('a specialist looks at spam, lets a person through, leaves the rest, and takes that back', async ({ studio }) => {
  const slug = await newForm()
  const real = `${unique('real')}@people.example`
  await send({ url: facts.url }, slug, { first_name: 'Real', email: real })
  for (const n of [1, 2])
    await send({ url: facts.url }, slug, { first_name: `Bot ${n}`, email: `bot${n}@machines.example` })
  await studio.goto(`/arrivals?form=${slug}`)
  await expect(studio.getByText('Nothing fits these filters')).toBeVisible()
  await studio.getByLabel('State').selectOption({ label: 'Spam, to look at' })
  const rows = studio.getByRole('row').filter({ hasText: 'sent without opening the page' })
  await expect(rows).toHaveCount(3)
  await rows.filter({ hasText: 'Real' }).getByRole('link').last().click()
  await expect(studio.getByText('It looks like a machine’s: sent without opening the page.')).toBeVisible()
  await studio.getByRole('button', { name: 'It is real' }).click()
  await until('the mail', async () => (await mailTo(facts, real)).length > 0)
  await expect(studio.getByRole('heading', { name: real })).toBeVisible()
  await studio.goto(`/arrivals?form=${slug}&state=spam`)
  await expect(rows).toHaveCount(2)
  await studio.getByRole('button', { name: 'Leave all 2 as spam' }).click()
  await expect(studio.getByText('2 left as spam', { exact: true })).toBeVisible()
  await expect(rows).toHaveCount(0)
  await studio.getByRole('button', { name: 'Undo' }).click()
  await expect(rows).toHaveCount(2)
  await rows.filter({ hasText: 'Bot 1' }).getByRole('button', { name: 'Leave as spam' }).click()
  await expect(rows).toHaveCount(1)
  await studio.goto(`/arrivals?form=${slug}&state=settled`)
  await expect(rows.filter({ hasText: 'Bot 1' })).toHaveCount(1)
  // What was settled can still be found to be real.
  await rows.getByRole('button', { name: 'It is real' }).click()
  await until('it is applied', async () => (await listed(slug, 'applied')).length === 2)
})
