import { type Browser, type BrowserContext, expect, type Page, test as base } from '@playwright/test'
import { LEAST_SECONDS } from '@/core/spam/suspect'
import { readFacts } from '../support/facts'

export const facts = readFacts()

type State = Awaited<ReturnType<Awaited<ReturnType<Browser['newContext']>>['storageState']>>

/** A page signed in as the demo's specialist; signing in happens once for each worker. */
export const test = base.extend<{ studio: Page; secondStudio: Page }, { session: State }>({
  browser: [
    async ({ browser }, use) => {
      const make = browser.newContext.bind(browser)
      browser.newContext = async (options) => takeTime(await make(options))
      await use(browser)
    },
    { scope: 'worker' },
  ],
  session: [
    async ({ browser }, use) => {
      const { email, password } = facts
      const context = await browser.newContext()
      const entered = await context.request.post(`${facts.url}/api/auth/sign-in/email`, { data: { email, password } })
      expect(entered.status()).toBe(200)
      await use(await context.storageState())
      await context.close()
    },
    { scope: 'worker' },
  ],
  studio: ({ browser, session }, use) => withPage(browser, session, use),
  secondStudio: ({ browser, session }, use) => withPage(browser, session, use),
})

async function withPage(browser: Browser, session: State, give: (page: Page) => Promise<void>): Promise<void> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, storageState: session })
  await give(await context.newPage())
  await context.close()
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
