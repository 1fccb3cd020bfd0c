import { gzipSync } from 'node:zlib'
import type { Browser, Request } from '@playwright/test'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { releasedForm, smallForm } from '../../support/api'
import { launchChromium } from '../../support/browser'
import { formOfEveryKind } from '../../support/every_kind'
import { readFacts } from '../../support/facts'
import { untilStill } from '../../support/still'

const facts = readFacts()
const { url } = facts
const KILOBYTE = 1024

/** The files a page names, in order. */
const filesOf = (page: string): string[] =>
  [...page.matchAll(/(?:src|href)="((?:\/visitor-|\/f\/[\w-]+\/look-)[^"]+)"/g)].map(([, path]) => path ?? '')

const weigh = (sort: string, content: Buffer): number => (sort === 'woff2' ? content : gzipSync(content)).length

/** What a visitor's browser has fetched for the demo's finder once they type, compressed; letters are as they are. */
describe('the finder’s weight', () => {
  let browser: Browser
  beforeAll(async () => {
    browser = await launchChromium()
  })
  afterAll(() => browser.close())

  it.each(['en', 'de', 'ar'])(
    'in %s is at most 60 KB in all, with its letters, of which at most 12 KB are script',
    async (locale) => {
      const page = await browser.newPage({ locale })
      const fetched: Request[] = []
      page.context().on('request', (request) => fetched.push(request))
      await page.goto(`${url}/f/kiln-finder`)
      expect(await page.locator('html').getAttribute('lang')).toBe(locale)
      const worker = page.waitForResponse(/visitor-worker/)
      await page.getByRole('radio').first().check()
      await worker
      await untilStill(page)
      const sizes: Record<string, number> = {}
      for (const request of fetched) {
        if (request.method() !== 'GET' || request.resourceType() === 'image' || request.url().startsWith('data:'))
          continue
        const response = await fetch(request.url(), { headers: { 'accept-language': locale } })
        const sort = /\.(\w+)$/.exec(request.url())?.[1] ?? 'html'
        if (sort !== 'html') expect(response.headers.get('cache-control')).toContain('immutable')
        sizes[sort] = (sizes[sort] ?? 0) + weigh(sort, Buffer.from(await response.arrayBuffer()))
      }
      await page.close()
      const total = Object.values(sizes).reduce((sum, size) => sum + size, 0)
      console.log(`The finder in ${locale} weighs ${total} bytes compressed: ${JSON.stringify(sizes)}`)
      expect(Object.keys(sizes).sort()).toEqual(['css', 'html', 'js', 'woff2'])
      expect(total).toBeLessThanOrEqual(60 * KILOBYTE)
      expect(sizes.js).toBeLessThanOrEqual(12 * KILOBYTE)
    },
  )
  it('has the scripts of the kinds it asks, and no others', async () => {
    const slug = `scripts-${Date.now().toString(36)}`
    await releasedForm(facts, slug, smallForm)
    const files = filesOf(await (await fetch(`${url}/f/${slug}`)).text())
    const kinds = files.flatMap((file) => /^\/visitor-([a-z_]+)-\w+\.js$/.exec(file)?.[1] ?? [])
    expect(kinds).toEqual(['short_text', 'long_text', 'email', 'consent', 'main'])
  })
  it('tells a browser nothing of where answers go', async () => {
    const page = await (await fetch(`${url}/f/kiln-finder`)).text()
    for (const secret of ['key_accounts', 'tarnfield.example', '"lands":[{', 'firing_notes'])
      expect(page).not.toContain(secret)
  })
})

/** Kinds that bring a library or much of their own, loaded only where they are asked. */
const HEAVY = ['a_phone', 'a_ranking', 'a_file', 'a_signature']

describe('a form of every kind', () => {
  it('has at most 20 KB of script beside the kinds that bring much of their own', async () => {
    const slug = `weighed-${Date.now().toString(36)}`
    const form = formOfEveryKind(slug)
    const steps = form.steps.map(({ questions = [], ...step }) => ({
      ...step,
      questions: questions.filter(({ name }) => !HEAVY.includes(name)),
    }))
    await releasedForm(facts, slug, { ...form, steps })
    const files = filesOf(await (await fetch(`${url}/f/${slug}`)).text()).filter((file) => file.endsWith('.js'))
    let total = 0
    for (const file of files) {
      const script = await (await fetch(url + file)).text()
      total += gzipSync(script).length
      // Safari before 16.4 cannot read a script that looks behind in a regular expression.
      expect([file, /\(\?<[=!]/.test(script)]).toEqual([file, false])
    }
    console.log(`Every kind weighs ${total} bytes of script, compressed, in ${files.length} files`)
    expect(total).toBeLessThanOrEqual(20 * KILOBYTE)
  })
})
