import { type BrowserContext, expect, type Page, test as base } from '@playwright/test'
import { LEAST_SECONDS } from '@/core/spam/suspect'
import { readFacts } from '../support/facts'

export const facts = readFacts()

/** What went wrong on any page of the test that runs, and the contexts it has opened. */
const complaints: string[] = []
const opened = new Set<BrowserContext>()

/** Says that what goes wrong in these words is none of the page's doing. */
export const excuse = (words: RegExp): void => void excused.push(words)
const excused: RegExp[] = []

interface Worker {
  /** Signed in as the demo's specialist, once for each worker: what a page has loaded, the next one finds there. */
  member: BrowserContext
}

/** A page signed in as the demo's specialist. Any error of a script, or breach of a page's policy, fails the test. */
export const test = base.extend<{ studio: Page; secondStudio: Page; wellBehaved: undefined }, Worker>({
  browser: [
    async ({ browser }, use) => {
      const make = browser.newContext.bind(browser)
      browser.newContext = async (options) => {
        const context = await takeTime(await listen(await make(options)))
        opened.add(context)
        return context
      }
      await use(browser)
    },
    { scope: 'worker' },
  ],
  member: [
    async ({ browser }, use) => {
      const { email, password } = facts
      const context = await browser.newContext({ baseURL: facts.url, viewport: { width: 1280, height: 800 } })
      opened.delete(context)
      // Pages of the studio send nothing as a visitor, and a browser that is listened in on keeps nothing.
      await context.unrouteAll()
      const entered = await context.request.post(`${facts.url}/api/auth/sign-in/email`, { data: { email, password } })
      expect(entered.status()).toBe(200)
      await use(context)
      await context.close()
    },
    { scope: 'worker' },
  ],
  wellBehaved: [
    async ({ browser: _ }, use) => {
      complaints.length = 0
      excused.length = 0
      await use(undefined)
      await Promise.all([...opened].map((context) => context.close()))
      opened.clear()
      const left = complaints.filter((one) => !excused.some((words) => words.test(one)))
      expect(left, 'no script fails, and no page breaks its policy').toEqual([])
    },
    { auto: true },
  ],
  studio: ({ member }, use) => withPage(member, use),
  secondStudio: ({ member }, use) => withPage(member, use),
})

async function withPage(member: BrowserContext, give: (page: Page) => Promise<void>): Promise<void> {
  const page = await member.newPage()
  await give(page)
  await page.close()
}

/** What has gone wrong so far in the test that runs. */
export const noticed = (): readonly string[] => complaints

async function listen(context: BrowserContext): Promise<BrowserContext> {
  context.on('weberror', (error) => {
    complaints.push(`${error.page()?.url()}: ${error.error().stack || error.error().message}`)
  })
  context.on('console', (message) => {
    if (message.type() === 'error' && /content security policy/i.test(message.text()))
      complaints.push(`${message.page()?.url()}: ${message.text()}`)
  })
  // Chromium says nothing of its own accord where a script was not let try `eval` and took it calmly.
  await context.addInitScript(() => {
    addEventListener('securitypolicyviolation', ({ violatedDirective, blockedURI, sourceFile }) =>
      console.error(`Content Security Policy: ${violatedDirective} against ${blockedURI} in ${sourceFile}`),
    )
  })
  return context
}

/** Has whatever is sent from a form wait until a person could have read it: what is faster counts as a machine's. */
async function takeTime(context: BrowserContext): Promise<BrowserContext> {
  await context.route(/\/f\/[\w-]+(\?.*)?$/, async (route, request) => {
    const opened = /opened[="\s:]+([0-9a-z]+)\./.exec(request.method() === 'POST' ? (request.postData() ?? '') : '')
    const early = opened ? parseInt(opened[1] ?? '', 36) + LEAST_SECONDS * 1000 - Date.now() : 0
    await new Promise((done) => setTimeout(done, early))
    await route.continue()
  })
  return context
}

/** A name nobody else in the run uses. */
export const unique = (stem: string): string => `${stem}-${Math.random().toString(36).slice(2, 8)}`

export { expect }
