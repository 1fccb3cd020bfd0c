/**
 * Takes one picture of each main view of the running demo into `docs/screenshots/`.
 * With arguments, only of the views named.
 */
import type { Page } from '@playwright/test'
import { mkdirSync, readFileSync } from 'node:fs'
import { launchChromium } from '../tests/support/browser'
import { untilStill } from '../tests/support/still'

interface DemoFacts {
  url: string
  email: string
  password: string
  token: string
}

const demo = JSON.parse(readFileSync('.lichen/demo.json', 'utf8')) as DemoFacts
const folder = process.env.PICTURES ?? 'docs/screenshots'
mkdirSync(folder, { recursive: true })
const wanted = process.argv.slice(2)

const finder = '/forms/kiln-finder'
const VIEWS: Record<string, { path: string; phone?: boolean; prepare?: (page: Page) => Promise<unknown> }> = {
  forms: { path: '/forms' },
  compose: {
    path: '/forms/glaze-samples/compose',
    prepare: seeAsKnown,
  },
  look: { path: `${finder}/compose?part=look`, prepare: waitForPlan },
  records: {
    path: `${finder}/records`,
    prepare: async (page) => {
      await page.getByLabel('Whose answers').selectOption({ index: 2 })
      await page.getByRole('button', { name: 'Sent by' }).click()
      await page.getByPlaceholder('A name or an address').fill('thea.farrow')
      await page.locator('[cmdk-item]').filter({ hasText: 'thea.farrow' }).first().click()
      await page.waitForTimeout(1200)
    },
  },
  dispatch: { path: `${finder}/dispatch`, prepare: repeatRow },
  rehearse: { path: `${finder}/rehearse`, prepare: takeLatest },
  release: { path: `${finder}/release`, prepare: runThePast },
  inlet: { path: '/forms/service/release/in/old_website', prepare: (page) => page.waitForTimeout(600) },
  readout: { path: `${finder}/readout`, prepare: (page) => page.waitForTimeout(1200) },
  submission: { path: '/arrivals?form=service', prepare: (page) => openFirst(page, '/arrivals/') },
  people: { path: '/people' },
  person: { path: '/people?sort=-submissions', prepare: (page) => openFirst(page, '/people/') },
  sheet: { path: '/people/sheets', prepare: writeMarks },
  segment: {
    path: '/people/segments/shared_studios_north',
    prepare: (page) => page.getByText(/people now$/).waitFor(),
  },
  outbox: { path: '/outbox?show=all' },
  settings: { path: '/settings' },
  import: { path: '/people/imports', prepare: lookThroughBook },
  'visitor-phone': { path: '/f/kiln-finder?lang=ar', phone: true, prepare: goOnInArabic },
  // Last, since what it sends is seen elsewhere, too.
  arrivals: { path: '/arrivals', prepare: sendOddNames },
}

const browser = await launchChromium()
const desk = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: demo.url })
const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, baseURL: demo.url })
const signedOut = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: demo.url })
const { email, password } = demo
await desk.request.post('/api/auth/sign-in/email', { data: { email, password } })

for (const [name, { path, phone: small, prepare }] of Object.entries(VIEWS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue
  const page = await (small ? phone : name.startsWith('visitor') ? signedOut : desk).newPage()
  // What runs these lines names functions by a helper of its own, which a page has not.
  await page.addInitScript('globalThis.__name = (one) => one')
  page.on('console', (message) => {
    if (message.type() === 'error') console.log(`${name}: ${message.text()}`)
  })
  page.on('pageerror', (error) => console.log(`${name}: ${error.message}`))
  await page.goto(path)
  await untilStill(page)
  await prepare?.(page)
  await page.screenshot({ path: `${folder}/${name}.png` })
  await page.close()
  console.log(name)
}
await browser.close()

/** A way begun: the ware chosen, and the heat written that it is asked with. */
async function goOnInArabic(page: Page) {
  await page.locator('[data-question=ware] .option').nth(1).click()
  await page.locator('[data-question=peak_temperature] .field').fill('1240')
  await page.evaluate(() => scrollTo(0, 0))
}

/** The routing table with its first row once more at its end, where it can never be reached; the draft is put back. */
async function repeatRow(page: Page) {
  const draft = '/api/v1/forms/kiln-finder/draft'
  const headers = { authorization: `Bearer ${demo.token}`, 'if-match': '*' }
  const before = (await (await page.request.get(draft, { headers })).json()) as { routing: { rows: object[] } }
  const rows = [...before.routing.rows, before.routing.rows[0]]
  const data = { ...before, routing: { ...before.routing, rows } }
  await page.request.put(draft, { headers, data })
  await page.reload()
  await untilStill(page)
  await page.request.put(draft, { headers, data: before })
}

/** A link sheet, with its links written by the marks of a tool that sends mailings. */
async function writeMarks(page: Page) {
  await page.getByRole('link', { name: 'Glaze club mailing' }).click()
  await page.getByLabel('Code of the link').check()
  await page.getByLabel(/^Or how your mailing tool/).fill('((COLUMN))')
  await untilStill(page)
}

/** People of names that nothing was made for. */
async function sendOddNames(page: Page) {
  const names = ['W'.repeat(200), '\u202eright to left', '👩‍👩‍👧‍👦'.repeat(12), '<b onclick="alert(1)">Ilka</b> & {{ name }}']
  for (const [n, first_name] of names.entries()) {
    const values = { first_name, email: `odd-${n}@names.example`, their_studio: first_name, club: false }
    await page.request.post('/f/bring-a-studio', {
      headers: { authorization: `Bearer ${demo.token}` },
      data: { values },
    })
  }
  await page.waitForTimeout(2000)
  await page.reload()
  await untilStill(page)
}

/** As somebody of whom most is known sees the page, by their personal link. */
async function seeAsKnown(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Seen by' }).click()
  await page.getByPlaceholder('A name or an address').fill('Thea')
  await page.getByRole('option').filter({ hasText: 'Thea' }).first().click()
  await page.getByRole('region', { name: 'If sent now' }).getByText('Asked in turn').waitFor()
  await page.waitForTimeout(1200)
}

async function waitForPlan(page: Page) {
  await page.getByLabel('If sent now').getByRole('listitem').first().waitFor()
  await page.waitForTimeout(500)
}

/** Runs the arrivals of the last days through the draft. */
async function runThePast(page: Page) {
  await page.getByText('Running them').first().waitFor({ state: 'hidden' })
  await page.getByRole('button', { name: /^Run them/ }).click()
  await page.getByText('of 30 days, beside release').waitFor({ timeout: 120_000 })
}

async function takeLatest(page: Page) {
  const arrivals = page.getByLabel('Take from')
  await arrivals.selectOption({ index: 1 })
  await page.waitForTimeout(1200)
}

async function openFirst(page: Page, prefix: string) {
  await page.locator(`tbody a[href^="${prefix}"]`).first().click()
  await page.waitForURL(`**${prefix}*`)
  await untilStill(page)
  // Pictures load once they are in view.
  await page.waitForTimeout(800)
}

/** The old address book, with what would come of its rows. */
async function lookThroughBook(page: Page) {
  await openFirst(page, '/people/imports/')
  const look = page.getByRole('button', { name: 'Look what would come of it' })
  if (await look.isVisible()) await look.click()
  await page.getByRole('button', { name: /^Bring in/ }).waitFor()
}
