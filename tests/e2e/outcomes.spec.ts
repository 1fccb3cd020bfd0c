import { readFile } from 'node:fs/promises'
import type { FormInput } from '@/core/form/definition'
import { api, releasedForm, until } from '../support/api'
import { query } from '../support/database'
import { makeWorkspace } from '../support/workspace'
import { expectClean } from './clean'
import { expect, facts, test, unique } from './studio'

/** What visitors see after sending, and where they go. */

const steps: FormInput['steps'] = [
  {
    name: 'you',
    title: 'You',
    questions: [
      { kind: 'person_name', name: 'who', label: 'Your name' },
      { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      {
        kind: 'number',
        name: 'budget',
        label: 'Budget',
        shownAs: '{{ who.first | default: "What" }}: what may it cost?',
      },
      { kind: 'long_text', name: 'told', label: 'What else?' },
      { kind: 'computed', name: 'score', label: 'Score', expression: 'budget / 10', shown: false },
    ],
  },
]

const large: FormInput['outcomes'] = [
  {
    name: 'large',
    called: 'A large budget',
    when: { value: 'budget', is: 'at_least', to: 10_000 },
    title: 'Come and see one, {{ who.first | default: "whoever you are" }}',
    body: 'Somebody calls you today.',
    summary: true,
    links: [{ label: 'How to find us', address: 'https://www.tarnfield.example/find-us' }],
  },
]

const made = async (more: Partial<FormInput>, reach = facts) => {
  const slug = unique('outcome')
  await releasedForm(reach, slug, { title: 'Ask', steps, ...more })
  return slug
}

const script = [true, false]

for (const javaScriptEnabled of script) {
  const how = javaScriptEnabled ? 'with JavaScript' : 'without JavaScript'

  test(`the first that fits is seen, with what was sent to print and to keep, ${how}`, async ({ browser }) => {
    const slug = await made({ outcomes: large })
    const page = await (await browser.newContext({ javaScriptEnabled })).newPage()
    await page.goto(`${facts.url}/f/${slug}`)
    await page.getByLabel('First name').fill('Mirela')
    await page.getByRole('textbox', { name: 'Email' }).fill(`${slug}@studio.example`)
    await page.locator('[name=budget]').fill('12000')
    await page.getByLabel('What else?').fill('Two lines:\nhere & <there>')
    await page.getByRole('button', { name: 'Send' }).click()
    const heading = page.getByRole('heading', { level: 1, name: 'Come and see one, Mirela' })
    await expect(heading).toBeVisible()
    await expect(page).toHaveTitle('Come and see one, Mirela')
    if (javaScriptEnabled) await expect(heading).toBeFocused()
    const sent = page.getByRole('heading', { name: 'What you sent' })
    await expect(sent).toBeVisible()
    // The lines of what was written come with the style sheet.
    await expect
      .poll(() => page.locator('.sent > div').allInnerTexts())
      .toEqual([
        'Your name\nMirela',
        `Email\n${slug}@studio.example`,
        // In the words that were read, and without what is computed out of sight.
        'Mirela: what may it cost?\n12,000',
        'What else?\nTwo lines:\nhere & <there>',
      ])
    await expect(page.getByRole('link', { name: 'How to find us' })).toHaveAttribute(
      'href',
      'https://www.tarnfield.example/find-us',
    )
    const [kept] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Keep it as a file' }).click(),
    ])
    expect(kept.suggestedFilename()).toBe('answers.txt')
    expect(await readFile(await kept.path(), 'utf8')).toContain('What else?\nTwo lines:\nhere & <there>\n')
    const print = page.getByRole('button', { name: 'Print it' })
    await expect(print).toBeVisible({ visible: javaScriptEnabled })
    if (!javaScriptEnabled) return
    await expectClean(page)
    await page.evaluate(() => {
      window.print = () => void (document.body.dataset.printed = 'yes')
    })
    await print.click()
    await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes')
  })

  test(`another form goes on with what was answered, and no address tells it, ${how}`, async ({ browser }) => {
    const next = unique('next')
    await releasedForm(facts, next, {
      steps: [
        {
          name: 'more',
          title: 'More',
          questions: [
            {
              kind: 'short_text',
              name: 'called',
              label: 'Called',
              fill: [{ from: 'form_before', value: 'who.first' }],
            },
            {
              kind: 'email',
              name: 'mail',
              label: 'Email',
              required: true,
              fill: [{ from: 'form_before', value: 'email' }],
              lands: [{ field: 'email' }],
            },
          ],
        },
      ],
      carried: [{ name: 'who', label: 'Who', fill: [{ from: 'form_before', value: 'told' }] }],
      outcome: { title: 'Thank you twice', body: '' },
      title: 'One thing more',
    })
    const slug = await made({
      outcome: { title: 'We have it, {{ who.first }}', body: '', goesTo: { to: 'form', form: next } },
    })
    const page = await (await browser.newContext({ javaScriptEnabled })).newPage()
    await page.goto(`${facts.url}/f/${slug}?utm_source=fair`)
    const email = `${slug}@studio.example`
    await page.getByLabel('First name').fill('Mirela')
    await page.getByRole('textbox', { name: 'Email' }).fill(email)
    await page.getByLabel('What else?').fill('a secret')
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'One thing more' })).toBeVisible()
    expect(page.url()).toBe(`${facts.url}/f/${next}?continued=&utm_source=fair`)
    await expect(page.getByText('We have it, Mirela')).toBeVisible()
    await expect(page.getByLabel('Called')).toHaveValue('Mirela')
    await expect(page.getByRole('textbox', { name: 'Email' })).toHaveValue(email)
    expect(await page.content()).not.toContain('a secret')
    await page.getByLabel('Called').fill('M.')
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you twice' })).toBeVisible()
    const [row] = await until('it is stored', () =>
      query<{ values: object; origins: object; link: object }>(
        facts.database,
        `select values, origins, link from submission where values ->> 'mail' = $1`,
        [email],
      ),
    )
    expect(row).toEqual({
      values: { called: 'M.', mail: email, who: 'a secret' },
      origins: { called: 'typed', mail: 'form_before', who: 'form_before' },
      link: { utm_source: 'fair' },
    })
    // Whoever only has the address is nobody.
    const stranger = await (await browser.newContext({ javaScriptEnabled })).newPage()
    await stranger.goto(`${facts.url}/f/${next}?continued=`)
    await expect(stranger.getByRole('textbox', { name: 'Email' })).toHaveValue('')
    await expect(stranger.getByText('We have it')).toHaveCount(0)
    // Nor does the proof of one form open another's answers.
    const [cookie] = (await page.context().cookies()).filter(({ name }) => name === 'lichen_before')
    expect(cookie).toMatchObject({ path: `/f/${next}`, httpOnly: true })
    if (cookie) await stranger.context().addCookies([{ ...cookie, path: `/f/${slug}` }])
    await stranger.goto(`${facts.url}/f/${slug}?continued=`)
    await expect(stranger.getByText('We have it')).toHaveCount(0)
  })

  test(`a page elsewhere is gone to while Settings allows its site, ${how}`, async ({ browser }) => {
    // Which sites are allowed is a workspace's own, and others change it, too.
    const own = { ...facts, ...(await makeWorkspace(facts, false)) }
    const site = `https://${unique('site')}.example`
    const outcome = { title: 'Read here', body: '', goesTo: { to: 'address' as const, address: `${site}/thanks` } }
    await expect(made({ outcome }, own)).rejects.toThrow('lies on no site that Settings allows')
    await api(own, 'PUT', '/settings/sites', { sites: [site] })
    const slug = await made({ outcome }, own)
    const send = async () => {
      const page = await (await browser.newContext({ javaScriptEnabled })).newPage()
      await page.route(`${site}/**`, (route) => route.fulfill({ contentType: 'text/html', body: '<h1>Elsewhere</h1>' }))
      // Where the server leads there itself, the browser asks, and nobody answers: the site is made up.
      const gone = page.waitForRequest(`${site}/thanks`).then(() => true)
      gone.catch(() => undefined)
      await page.goto(`${facts.url}/f/${slug}`)
      await page.getByRole('textbox', { name: 'Email' }).fill(`${unique('e')}@studio.example`)
      await page.getByRole('button', { name: 'Send' }).click()
      return { page, gone }
    }
    expect(await (await send()).gone).toBe(true)
    await api(own, 'PUT', '/settings/sites', { sites: [] })
    const { page } = await send()
    await expect(page.getByRole('heading', { name: 'Read here' })).toBeVisible()
  })
}

test('outcomes are made in Dispatch, and sites allowed in Settings', async ({ studio }) => {
  const slug = await made({})
  await studio.goto(`/forms/${slug}/dispatch`)
  await studio.getByRole('button', { name: 'Add an outcome by condition' }).click()
  await studio.getByText('Outcome 1', { exact: true }).click()
  const open = studio.locator('details[open]')
  await open.getByLabel('Called', { exact: true }).fill('Known')
  await open.getByLabel('Visitors', { exact: true }).selectOption('address')
  await open.getByLabel('Address', { exact: true }).fill('https://nowhere.example/x')
  await expect(studio.getByText('“Known” goes on to https://nowhere.example/x')).toBeVisible()
  await open.getByLabel('Visitors', { exact: true }).selectOption('')
  await open.getByLabel('Title', { exact: true }).fill('Hello again')
  await open.getByLabel('lists what was sent').check()
  await open.getByRole('button', { name: 'Add a link' }).click()
  await open.getByLabel('Words of link 1').fill('Our kilns')
  await open.getByLabel('Address of link 1').fill('https://www.tarnfield.example/kilns')
  await until('the draft is saved', async () => {
    const [form] = await query<{ draft: FormInput }>(facts.database, 'select draft from form where slug = $1', [slug])
    const [outcome] = form?.draft.outcomes ?? []
    return outcome?.links?.[0]?.address === 'https://www.tarnfield.example/kilns' && outcome.summary && outcome
  })
  await studio.goto('/settings')
  const site = `https://${unique('settings')}.example`
  const box = studio.getByLabel('A site forms may lead to')
  await box.fill('tarnfield')
  await studio.getByRole('button', { name: 'Allow it' }).click()
  await expect(studio.getByText('Give a site without a path')).toBeVisible()
  await box.fill(`${site}/`)
  await studio.getByRole('button', { name: 'Allow it' }).click()
  await studio.getByRole('button', { name: `Take away ${site}` }).click()
  await expect(studio.getByText(site)).toHaveCount(0)
})
