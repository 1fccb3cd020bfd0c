import type { Browser, Page } from '@playwright/test'
import { expect, facts, test, unique } from '../e2e/studio'
import { mailTo, until } from '../support/api'
import { type Hands, keysOf, mouseOf } from '../support/hands'
import { addressIn, runOwner } from '../support/owner'

/**
 * The first hour of somebody whose workspace does not exist yet, from the address that works once to the numbers of
 * the first answer: once by the mouse, once by the keyboard and nothing else.
 */
test.describe.configure({ timeout: 240_000 })

for (const [by, handsOf] of [
  ['the mouse', mouseOf],
  ['the keyboard', keysOf],
] as const)
  test(`the first hour by ${by}`, async ({ page, browser }) => {
    const firm = unique('kilnworks')
    const owner = `una@${firm}.example`
    page.setDefaultTimeout(20_000)
    const hands = handsOf(page)
    const button = (name: string | RegExp) => page.getByRole('button', { name })
    const goTo = (place: string) => hands.press(page.getByRole('link', { name: new RegExp(`^${place}`) }).first())

    await test.step('the workspace is opened', async () => {
      await page.goto(addressIn(await runOwner(facts, owner)))
      await hands.write(page.getByLabel('Workspace'), firm)
      await hands.write(page.getByLabel('Your name'), 'Una')
      await hands.write(page.getByLabel('Password'), 'kiln-and-clay-1')
      await hands.press(button('Open it'))
      await page.waitForURL('**/forms/begin')
    })

    await test.step('a form is begun, asks, and lands', async () => {
      await hands.write(page.getByLabel('Name', { exact: true }), `Clay ${firm}`)
      await hands.press(button('Begin blank'))
      await page.waitForURL('**/compose')
      const quick = page.getByLabel('Add questions at the end')
      await hands.write(quick, 'First name')
      await page.keyboard.press('Enter')
      await hands.write(quick, 'How much clay do you need?')
      await page.keyboard.press('Enter')
      await hands.press(button('Short text: First name'))
      await hands.press(page.getByLabel('required'))
      await hands.press(button('Land First name in a record'))
      await page.keyboard.press('Enter')
      await expect(page.getByRole('button', { name: 'Record field for First name' })).toHaveText(/Contact · First name/)
      await expect(page.getByText('draft saved')).toBeVisible()
    })

    await test.step('who is told', async () => {
      await goTo('Dispatch')
      await hands.press(button('Tell a desk instead'))
      await hands.press(button('Add a message to the visitor'))
      await expect(page.getByText('draft saved')).toBeVisible()
    })

    await test.step('released', async () => {
      await goTo('Release')
      await hands.press(button('Make release 1 live'))
      await expect(page.getByText('release 1 live')).toBeVisible()
    })

    const visitor = `ulla@${unique('ring')}.example`
    await test.step('a visitor sends it', () => sendByHand(page, handsOf, browser, visitor))

    await test.step('everybody is told', async () => {
      await until('the desk is told', async () =>
        (await mailTo(facts, owner)).some(({ replyTo }) => replyTo === visitor),
      )
      await until('the visitor is thanked', async () => (await mailTo(facts, visitor)).length === 1)
    })

    await test.step('it is seen to arrive, and counted', async () => {
      await goTo('Arrivals')
      await hands.press(page.getByRole('link', { name: 'Ulla' }))
      await expect(page.getByRole('heading', { name: visitor })).toBeVisible()
      await page.goBack()
      await goTo('Forms')
      await hands.press(page.getByRole('link', { name: `Clay ${firm}` }).first())
      await goTo('Readout')
      await page.waitForURL('**/readout*')
      // It shows the numbers of when it was opened, which are counted a moment after what they count.
      await expect(async () => {
        await page.reload()
        await expect(page.getByText('1 sent it', { exact: true })).toBeVisible({ timeout: 2000 })
      }).toPass()
    })
  })

/** Opens the form's address as it stands in Release, in a browser of somebody else's, and sends it. */
async function sendByHand(
  studio: Page,
  handsOf: (page: Page) => Hands,
  browser: Browser,
  email: string,
): Promise<void> {
  const slug = /forms\/([\w-]+)\//.exec(studio.url())?.[1] ?? ''
  const page = await (await browser.newContext()).newPage()
  const hands = handsOf(page)
  await page.goto(`${facts.url}/f/${slug}`)
  await hands.write(page.getByLabel('Email'), email)
  await hands.write(page.getByLabel('First name'), 'Ulla')
  await hands.write(page.getByLabel('How much clay'), '12')
  await hands.press(page.getByRole('button', { name: 'Send' }))
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeFocused()
  await page.context().close()
}
