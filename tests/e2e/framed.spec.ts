import { gzipSync } from 'node:zlib'
import type { Page } from '@playwright/test'
import { api, askClay, askEmail, askFirstName, formAsking, releasedForm, until } from '../support/api'
import { askTown, site, siteAt } from './site'
import { expect, facts, test, unique } from './studio'

/** A form on somebody else's site: the Bench's, which has pages of every sort. */

const framable = (slug: string) =>
  releasedForm(facts, slug, { ...formAsking([askFirstName, askEmail, askClay, askTown]), framedBy: [site] })

/** How much taller than its frame a form is, in pixels: what would have to be scrolled. */
const spare = async (page: Page, title: string) => {
  const frame = page.locator(`iframe[title="${title}"]`)
  const there = await frame.evaluate((element) => element.getBoundingClientRect().height)
  const content = await frame
    .contentFrame()
    .locator('html')
    .evaluate((html) => html.getBoundingClientRect().height)
  return Math.abs(there - content)
}
const fits = (page: Page, title: string) =>
  expect.poll(() => spare(page, title), { message: `${title} is as tall as its frame` }).toBeLessThan(2)

for (const sort of ['plain', 'strict', 'old', 'late', 'head', 'dark'])
  for (const width of [1280, 390])
    test(`stands on a ${sort} page, ${width} wide, as tall as it is`, async ({ page }) => {
      const slug = unique('framed')
      await framable(slug)
      await page.setViewportSize({ width, height: 800 })
      await page.goto(siteAt(sort, slug))
      const form = page.frameLocator('iframe')
      const title = `Ask us: ${slug}`
      await expect(form.getByLabel('First name')).toBeVisible()
      await fits(page, title)
      const before = await page.locator('iframe').evaluate((frame) => frame.clientHeight)
      await form.getByRole('radio').first().check()
      await expect(form.getByLabel('Which town?')).toBeVisible()
      await fits(page, title)
      expect(await page.locator('iframe').evaluate((frame) => frame.clientHeight)).toBeGreaterThan(before)
      await form.getByLabel('First name').fill('Ada')
      await form.getByLabel('Email').fill(`${slug}@studio.example`)
      await form.getByRole('button', { name: 'Send' }).click()
      await expect(form.getByRole('heading', { name: 'Thank you' })).toBeVisible()
      await fits(page, title)
      // What was sent takes less than what was asked: the frame has shrunk.
      expect(await page.locator('iframe').evaluate((frame) => frame.clientHeight)).toBeLessThan(before)
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
    })

test('two forms stand on one page, each as tall as it is; a closed one says so in its frame', async ({ page }) => {
  const [one, two] = [unique('framed'), unique('framed')]
  await Promise.all([framable(one), framable(two)])
  await api(facts, 'PUT', `/forms/${two}`, { state: 'closed', closedWords: 'All places are taken.' })
  await until('it is closed', async () => (await (await fetch(`${facts.url}/f/${two}`)).text()).includes('All places'))
  await page.goto(siteAt('plain', one, two))
  await expect(page.frameLocator(`iframe[title="Ask us: ${one}"]`).getByLabel('First name')).toBeVisible()
  await expect(page.frameLocator(`iframe[title="Ask us: ${two}"]`).getByText('All places are taken.')).toBeVisible()
  await fits(page, `Ask us: ${one}`)
  await fits(page, `Ask us: ${two}`)
})

const sourcesOf = async (slug: string) => {
  const { body } = await api<{ sources: { source: string }[] }>(facts, 'GET', `/forms/${slug}/readout`)
  return body.sources.map(({ source }) => source)
}

test('it takes along where the visit began, with its tags, and keeps nothing where it is not told to', async ({
  page,
  browser,
}) => {
  const slug = unique('framed')
  await framable(slug)
  await page.goto(`${siteAt('first', slug)}&utm_source=Fair&utm_medium=stand`)
  await expect.poll(() => page.evaluate(() => sessionStorage.getItem('lichen first page'))).toContain('utm_source=Fair')
  await page.getByRole('link', { name: 'To the form' }).click()
  const frame = page.locator('iframe')
  await expect(frame).toHaveAttribute('src', /utm_source=Fair&utm_medium=stand/)
  const src = new URL((await frame.getAttribute('src')) ?? '')
  expect(src.searchParams.get('first_page')).toContain(`${site}/site/first?form=${slug}`)
  expect(src.searchParams.get('page_before')).toContain(`${site}/`)
  await expect(page.frameLocator('iframe').getByLabel('First name')).toBeVisible()
  await until('the visit is counted', async () => (await sourcesOf(slug)).includes('fair · stand'))
  // Whose browser knows nothing of the visit before.
  const other = await (await browser.newContext()).newPage()
  await other.goto(siteAt('plain', slug))
  await expect(other.frameLocator('iframe').getByLabel('First name')).toBeVisible()
  expect(await other.evaluate(() => Object.keys(sessionStorage))).toEqual([])
  const over = await (await browser.newContext()).newPage()
  await over.goto(`${siteAt('over', slug)}&how=after`)
  await expect(over.frameLocator('iframe').getByLabel('First name')).toBeVisible()
  const { host } = new URL(site)
  await until('frames and what comes over the page are told apart', async () => {
    const sources = await sourcesOf(slug)
    return [`${host} (script)`, `${host} (over the page)`].every((one) => sources.includes(one))
  })
})

test('a plain frame is as tall as the form gets, on a telephone and else, without a script', async ({
  studio,
  page,
}) => {
  const slug = unique('framed')
  await framable(slug)
  await studio.goto(`/forms/${slug}/release`)
  const way = studio.getByRole('row', { name: /^In a frame </ })
  await expect(async () => {
    await way.getByRole('button', { name: 'Fit its height' }).click()
    await expect(way).toContainText('As tall as its tallest step', { timeout: 8000 })
  }).toPass()
  const html = (await way.locator('code').textContent()) ?? ''
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 })
    await page.goto(`${site}/site/plain`)
    await page.evaluate((framed) => document.body.insertAdjacentHTML('beforeend', framed), html)
    const form = page.frameLocator('iframe')
    await form.getByRole('radio').first().check()
    await expect(form.getByLabel('Which town?')).toBeVisible()
    const { there, inner } = await form.locator('html').evaluate((root) => ({
      there: root.clientHeight,
      inner: root.scrollHeight,
    }))
    expect(inner, 'nothing scrolls in it').toBeLessThanOrEqual(there)
    expect(await form.locator('main').evaluate((main) => main.clientHeight)).toBeGreaterThan(there / 2)
  }
})

test('what sites ask for weighs at most 3 KB, is theirs to keep for an hour, and Release tells how to ask', async ({
  studio,
}) => {
  const slug = unique('framed')
  await framable(slug)
  const script = await fetch(`${facts.url}/frame.js`)
  expect(script.headers.get('cache-control')).toBe('public, max-age=3600')
  expect(script.headers.get('cross-origin-resource-policy')).toBe('cross-origin')
  expect(gzipSync(Buffer.from(await script.arrayBuffer())).length).toBeLessThanOrEqual(3 * 1024)
  await studio.goto(`/forms/${slug}/release`)
  const ways = studio.getByRole('row', { name: /^In a frame, by script/ })
  await expect(ways).toContainText(`<script async src="`)
  await expect(ways).toContainText(`/frame.js" data-form="${slug}"`)
  await expect(ways.getByRole('link', { name: 'with a strict content policy' })).toHaveAttribute(
    'href',
    siteAt('strict', slug),
  )
  await expect(async () => {
    // What is ticked before the studio has woken is not heard.
    await studio.getByLabel('Search engines may show its page').uncheck()
    await studio.getByLabel('Search engines may show its page').check()
    await expect(studio.getByText('Whether search engines may show it changed').first()).toBeVisible({ timeout: 1000 })
  }).toPass()
  const over = studio.getByRole('row', { name: /^Over the page/ })
  await expect(over).toContainText('data-over="button"')
  await expect(async () => {
    await over.getByRole('combobox').selectOption('on leaving')
    await expect(over).toContainText('data-over="leaving"', { timeout: 1000 })
  }).toPass()
  await expect(studio.getByRole('row', { name: /^A site’s content policy/ })).toContainText(
    /script-src http\S+; frame-src http/,
  )
})
