import { gzipSync } from 'node:zlib'
import type { Page } from '@playwright/test'
import type { FormInput } from '@/core/form/definition'
import { api, askClay, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { entryKept } from '../support/entries'
import { SMALL_PICTURE } from '../support/pictures'
import { askTown, site, siteAt } from './site'
import { expect, facts, test, unique } from './studio'

/** A form in the page of somebody else's site itself: the Bench's, with a strict content policy. */

const placeable = (slug: string, more: Partial<FormInput> = {}, asked: object[] = [askClay, askTown]) => {
  const questions = [askFirstName, askEmail, ...asked] as Parameters<typeof formAsking>[0]
  return releasedForm(facts, slug, { ...formAsking(questions, more), framedBy: [site] })
}

/** What the browser's own policy kept from the page, as it tells in its console. */
const refusals = (page: Page): string[] => {
  const told: string[] = []
  page.on('console', (message) => {
    if (/Content.Security.Policy|CORS|blocked/i.test(message.text())) told.push(message.text())
  })
  return told
}

const sentOf = async (slug: string) => {
  const path = `/submissions?form=${slug}`
  const { body } = await api<{ submissions: { values: Record<string, unknown> }[] }>(facts, 'GET', path)
  return body.submissions
}

for (const sort of ['placed', 'loud', 'aside'])
  for (const width of [1280, 390])
    test(`stands in a ${sort} page itself, ${width} wide, and is sent from there`, async ({ page }) => {
      const slug = unique('placed')
      await placeable(slug)
      const refused = refusals(page)
      await page.setViewportSize({ width, height: 800 })
      await page.goto(siteAt(sort, slug))
      const form = page.locator('lichen-form')
      await expect(form.getByLabel('First name')).toBeVisible()
      await expect(form.getByLabel('Which town?')).toBeHidden()
      const style = await form.getByText('First name').evaluate((label) => {
        const { fontSize, textTransform, letterSpacing } = getComputedStyle(label)
        return { fontSize, textTransform, letterSpacing }
      })
      expect(style, 'the site’s style stays outside').toEqual({
        ...{ fontSize: '16px', textTransform: 'none', letterSpacing: 'normal' },
      })
      // Pressed before the page’s script is there, it is sent and asked again by the server, in other words.
      await expect(async () => {
        await form.getByRole('button', { name: 'Send' }).click()
        await expect(form.getByRole('alert')).toContainText('2 answers', { timeout: 2000 })
      }).toPass()
      await expect(form.getByLabel('First name')).toBeFocused()
      await form.getByRole('radio').first().check()
      await form.getByLabel('Which town?').fill('Kiln')
      await form.getByLabel('First name').fill('Ada')
      await form.getByLabel('Email').fill(`${slug}@studio.example`)
      await form.getByRole('button', { name: 'Send' }).click()
      await expect(form.getByRole('heading', { name: 'Thank you' })).toBeFocused()
      expect(page.url()).toBe(siteAt(sort, slug))
      expect(await page.title(), 'the page keeps its own title').not.toContain('Thank you')
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
      await until('it is there, as a person’s', async () => (await sentOf(slug)).length === 1)
      await until('how it stood there is told', async () => {
        const { body } = await api<{ sources: object[] }>(facts, 'GET', `/forms/${slug}/readout`)
        return JSON.stringify(body.sources).includes(`${new URL(site).host} (in the page)`)
      })
      expect(refused).toEqual([])
    })

test('two stand on one page, each with its own answers, and one is in the letters of the page', async ({ page }) => {
  const [one, two] = [unique('placed'), unique('placed')]
  await Promise.all([placeable(one), placeable(two)])
  await page.goto(`${siteAt('placed', one, two)}&letters&utm_source=Fair`)
  for (const [at, slug] of [one, two].entries()) {
    const form = page.locator(`lichen-form[form="${slug}"]`)
    await form.getByLabel('First name').fill(`Ada ${at}`)
    await form.getByLabel('Email').fill(`${slug}@studio.example`)
    expect(await form.getByText('First name').evaluate((label) => getComputedStyle(label).fontFamily)).toBe('serif')
  }
  for (const slug of [one, two]) {
    const form = page.locator(`lichen-form[form="${slug}"]`)
    await form.getByRole('button', { name: 'Send' }).click()
    await expect(form.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  }
  for (const [at, slug] of [one, two].entries()) {
    await until('it is there', async () => (await sentOf(slug))[0]?.values.first_name === `Ada ${at}`)
    await until('its tags are told', async () => {
      const { body } = await api<{ sources: { source: string }[] }>(facts, 'GET', `/forms/${slug}/readout`)
      return body.sources.some(({ source }) => source === 'fair')
    })
  }
})

test('in another language, and once it was released anew, it has what was entered', async ({ page }) => {
  const slug = unique('placed')
  await placeable(slug, { languages: ['en', 'de'] })
  await page.goto(siteAt('placed', slug))
  const form = page.locator('lichen-form')
  await form.getByLabel('First name').fill('Ada')
  await form.getByRole('button', { name: 'Deutsch' }).click()
  await expect(form.locator('.page')).toHaveAttribute('lang', 'de')
  await expect(form.getByLabel('First name')).toHaveValue('Ada')
  // A release that answers are no longer taken to.
  await form.locator('[name=_release]').evaluate((field: HTMLInputElement) => (field.value = '99'))
  await form.getByLabel('Email').fill(`${slug}@studio.example`)
  await form.locator('[data-forward]').click()
  await expect(form.locator('[name=_release]')).toHaveValue('1')
  await expect(form.getByRole('alert')).toBeVisible()
  await expect(form.getByLabel('First name')).toHaveValue('Ada')
  await form.locator('[data-forward]').click()
  await expect(form.getByRole('heading', { name: 'Thank you' })).toBeVisible()
})

test('where a form leads on to another one, that opens on its own page', async ({ page }) => {
  const [one, two] = [unique('placed'), unique('placed')]
  await releasedForm(facts, two, formAsking([askFirstName, askEmail], { title: 'The next one' }))
  await placeable(one, { outcome: { title: 'Thank you', body: '', goesTo: { to: 'form', form: two } } })
  await page.goto(siteAt('placed', one))
  const form = page.locator('lichen-form')
  await form.getByLabel('First name').fill('Ada')
  await form.getByLabel('Email').fill(`${one}@studio.example`)
  await form.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'The next one' })).toBeVisible()
  expect(page.url()).toContain(`${facts.url}/f/${two}`)
})

test('what is not finished is gone on with in the same browser, on the same site', async ({ page }) => {
  const slug = unique('placed')
  await placeable(slug, { keepUnfinished: true })
  await page.goto(siteAt('placed', slug))
  const form = page.locator('lichen-form')
  await form.getByLabel('First name').fill('Ada')
  await entryKept(slug, 'Ada')
  await page.reload()
  await expect(form.getByText('still here')).toBeVisible()
  await expect(form.getByLabel('First name')).toHaveValue('Ada')
  await form.getByLabel('Email').fill(`${slug}@studio.example`)
  await form.getByRole('button', { name: 'Send' }).click()
  await expect(form.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  await page.reload()
  await expect(form.getByLabel('First name')).toHaveValue('')
})

test('files come from there, piece by piece, and its work is done while its visitor types', async ({ page }) => {
  const slug = unique('placed')
  await placeable(slug, {}, [{ kind: 'file', name: 'photos', label: 'Photos', sorts: ['pictures'], required: true }])
  const refused = refusals(page)
  await page.goto(siteAt('placed', slug))
  const form = page.locator('lichen-form')
  await form.getByLabel('First name').fill('Ada')
  await expect(form.locator('[name=_work]')).toHaveValue(/.{20}/)
  await form.getByLabel('Email').fill(`${slug}@studio.example`)
  await form.locator('[type=file]').setInputFiles({ name: 'kiln.png', mimeType: 'image/png', buffer: SMALL_PICTURE })
  await expect(form.getByRole('listitem')).toContainText('is here')
  await form.getByRole('button', { name: 'Send' }).click()
  await expect(form.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  await until('it is there, with the file', async () =>
    JSON.stringify((await sentOf(slug))[0]?.values ?? {}).includes('kiln.png'),
  )
  // A page of a site of its own may have no worker of ours, and the browser says so.
  expect(refused.filter((told) => !/worker/i.test(told))).toEqual([])
})

test('where it may not stand, and without a script, there is a link to it; closed, it says so', async ({
  page,
  browser,
}) => {
  const slug = unique('placed')
  await releasedForm(facts, slug, formAsking([askFirstName, askEmail]))
  await page.goto(siteAt('placed', slug))
  await expect(page.getByRole('link', { name: `Ask us: ${slug}` })).toHaveAttribute('href', `${facts.url}/f/${slug}`)
  await page.waitForLoadState('networkidle')
  await expect(page.getByRole('link', { name: `Ask us: ${slug}` })).toBeVisible()
  const plain = await (await browser.newContext({ javaScriptEnabled: false })).newPage()
  await plain.goto(siteAt('placed', slug))
  await expect(plain.getByRole('link', { name: `Ask us: ${slug}` })).toBeVisible()
  const closed = unique('placed')
  await placeable(closed)
  await api(facts, 'PUT', `/forms/${closed}`, { state: 'closed', closedWords: 'All places are taken.' })
  await until('it is closed', async () =>
    (await (await fetch(`${facts.url}/f/${closed}`)).text()).includes('All places'),
  )
  await page.goto(siteAt('placed', closed))
  await expect(page.locator('lichen-form').getByText('All places are taken.')).toBeVisible()
})

test('only pages of sites that may hold a form read what it answers, and its script weighs at most 3 KB', async () => {
  const slug = unique('placed')
  await placeable(slug)
  const ask = (origin: string, method: string) =>
    fetch(`${facts.url}/f/${slug}?through=page`, {
      method,
      headers: { origin, 'access-control-request-method': 'POST', 'access-control-request-headers': 'content-type' },
    })
  for (const method of ['GET', 'OPTIONS']) {
    expect((await ask(site, method)).headers.get('access-control-allow-origin')).toBe(site)
    const other = await ask('https://elsewhere.example', method)
    expect([...other.headers.keys()].filter((name) => name.startsWith('access-control'))).toEqual([])
    expect((await ask(site, method)).headers.get('access-control-allow-credentials')).toBeNull()
  }
  const script = await fetch(`${facts.url}/form.js`)
  expect(script.headers.get('cache-control')).toBe('public, max-age=3600')
  expect(gzipSync(Buffer.from(await script.arrayBuffer())).length).toBeLessThanOrEqual(3 * 1024)
})

test('Release tells how it is put in a page, and what a content policy has to allow', async ({ studio }) => {
  const slug = unique('placed')
  await placeable(slug)
  await studio.goto(`/forms/${slug}/release`)
  const way = studio.getByRole('row', { name: /^In the page, by script/ })
  await expect(way).toContainText(`<lichen-form form="${slug}"><a href="${facts.url}/f/${slug}">`)
  await expect(async () => {
    await way.getByLabel('In the site’s own letters').check()
    await expect(way).toContainText('font="page"', { timeout: 1000 })
  }).toPass()
  await expect(way).toContainText(`connect-src ${facts.url}`)
})
