import puppeteer, { type Browser, type Page } from 'puppeteer-core'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { api, until } from '../support/api'
import { readFacts } from '../support/facts'
import { SCREENS } from '../support/screens'
import { untilStill } from '../support/still'

const facts = readFacts()

/** A second engine: Debian's Firefox, over WebDriver BiDi (W3C). */
describe('in Firefox', () => {
  const complaints: string[] = []
  let browser: Browser
  let page: Page

  beforeAll(async () => {
    browser = await puppeteer.launch({ browser: 'firefox', executablePath: '/usr/bin/firefox-esr' })
  })
  afterAll(() => browser?.close())
  beforeEach(async () => {
    complaints.length = 0
    page = await (await browser.createBrowserContext()).newPage()
    // A limit for what hangs, not for what is slow beside others.
    page.setDefaultTimeout(90_000)
    await page.setViewport({ width: 1280, height: 800 })
    page.on('pageerror', (error) => complaints.push(`${page.url()}: ${String(error)}`))
    page.on('console', (message) => {
      if (/content.security.policy/i.test(message.text())) complaints.push(`${page.url()}: ${message.text()}`)
    })
  })

  const heading = () => page.$eval('h1', ({ textContent }) => textContent)

  it('a stranger finds a kiln, and their answers arrive', async () => {
    const email = `firefox-${Date.now().toString(36)}@studio.example`
    await page.goto(`${facts.url}/f/kiln-finder`)
    /** Goes on once what is asked now has been answered. */
    const goOnFrom = async (title: string, answer: () => Promise<void>) => {
      await page.waitForSelector(`::-p-xpath(//h2[contains(., "${title}") and not(ancestor::*[@hidden])])`)
      await answer()
      await page.click('[data-forward]')
    }
    const choose = (name: string, value: string) => page.click(`label:has([name="${name}"][value="${value}"])`)
    await goOnFrom('Your work', async () => {
      await choose('ware', 'earthenware')
      await page.locator('[name=people_sharing]').fill('3')
    })
    await goOnFrom('Your room', () => choose('supply', 'single_phase'))
    await goOnFrom('Your plans', async () => {
      await page.select('[name=region]', 'north')
    })
    await goOnFrom('Where to reach you', async () => {
      await page.locator('[name=first_name]').fill('Fen')
      await page.locator('[name=email]').fill(email)
    })
    await until('they are thanked', async () => (await heading())?.startsWith('Thank you'))
    const [submission] = await until('the submission', async () => {
      const path = `/submissions?form=kiln-finder&search=${encodeURIComponent(email)}`
      const { status, body } = await api<{ submissions: { values: object }[] }>(facts, 'GET', path)
      return status === 200 && body.submissions.length > 0 && body.submissions
    })
    expect(submission?.values).toMatchObject({ ware: 'earthenware', people_sharing: 3, supply: 'single_phase', email })
    expect(complaints).toEqual([])
  })

  it('every place of the studio shows itself', async () => {
    await page.goto(`${facts.url}/sign-in`)
    await page.locator('[name=email]').fill(facts.email)
    await page.locator('[name=password]').fill(facts.password)
    await Promise.all([page.waitForNavigation(), page.click('[type=submit]')])
    for (const path of SCREENS) {
      await page.goto(facts.url + path)
      await untilStill(page)
      expect([path, await heading()]).toEqual([path, expect.stringMatching(/\S/)])
      const wide = await page.evaluate(() => document.documentElement.scrollWidth)
      expect(wide, path).toBeLessThanOrEqual(1280)
    }
    expect(complaints).toEqual([])
  }, 240_000)
})
