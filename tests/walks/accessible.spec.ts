import { speak } from '@/core/language/languages'
import { READY } from '@/core/look/ready'
import { mailTo, releasedForm, until } from '../support/api'
import { query } from '../support/database'
import { formOfEveryKind } from '../support/every_kind'
import { addressIn, runOwner } from '../support/owner'
import { SCREENS } from '../support/screens'
import { everyKindInArabic } from '../support/every_kind_arabic'
import { untilStill } from '../support/still'
import { makeMember, makeWorkspace } from '../support/workspace'
import { expectClean } from '../e2e/clean'
import { rgb, styleOf, visitorPage } from '../e2e/looks'
import { expect, facts, test, unique } from '../e2e/studio'

/** axe-core finds nothing, on any screen of the studio and on visitor pages in both widths. */

for (const path of SCREENS)
  test(`the studio’s ${path}`, async ({ studio }) => {
    await studio.goto(path)
    await untilStill(studio)
    await expectClean(studio)
  })

test('a submission, a person and an open row of the ledger', async ({ studio }) => {
  await studio.goto('/arrivals?form=kiln-finder')
  await studio.locator('tbody a').first().click()
  await expect(studio.getByRole('heading', { name: 'The plan that ran' })).toBeVisible()
  await expectClean(studio)
  await studio.getByRole('link', { name: 'Their page' }).click()
  await expect(studio.getByRole('heading', { name: 'What is stored' })).toBeVisible()
  await studio.getByRole('button', { name: /change Interests$/ }).click()
  await expectClean(studio)
  await studio
    .getByRole('link', { name: /^Kiln for/ })
    .first()
    .click()
  await expect(studio.getByRole('button', { name: /change Stage$/ })).toBeVisible()
  await expectClean(studio)
  await studio.goto('/forms/kiln-finder/compose')
  await studio.getByRole('button', { name: 'Slider: How hot do you fire?' }).click()
  await expectClean(studio)
  await studio.goto('/forms/open-day/compose')
  await studio.getByRole('button', { name: 'What would your guests like for lunch?' }).click()
  await expectClean(studio)
  await studio.goto('/people/companies')
  await studio.locator('tbody a').first().click()
  await expect(studio.getByRole('heading', { name: 'Its people' })).toBeVisible()
  await expectClean(studio)
  await studio.goto('/settings')
  await studio.getByRole('button', { name: 'Deal', exact: true }).click()
  await studio.getByRole('button', { name: 'Stage', exact: true }).click()
  await expectClean(studio)
})

test('the ways in', async ({ page }) => {
  await page.goto('/sign-in')
  await expectClean(page)
  await page.goto('/forgot')
  await expectClean(page)
  const address = addressIn(await runOwner(facts, `${unique('una')}@elm.example`))
  for (const width of [390, 1280]) {
    await page.setViewportSize({ width, height: 844 })
    await page.goto(address)
    await expectClean(page)
    await page.getByLabel('Mail comes from').fill('no domain')
    await page.getByRole('button', { name: 'Open it' }).click()
    await expect(page.getByRole('alert').first()).toBeVisible()
    await expectClean(page)
  }
  await page.goto(`${new URL(address).origin}/enter/none-such`)
  await expectClean(page)
})

test('who may come in, what of it is asked, and what a role does not reach', async ({ browser }) => {
  const { id } = await makeWorkspace(facts, false)
  const owner = await makeMember(facts, id, 'owner')
  const both = await makeMember(facts, id, 'analyst')
  await query(facts.database, `insert into member (workspace_id, user_id, role) select $1, $2, 'owner'`, [
    (await makeWorkspace(facts, false)).id,
    both.id,
  ])
  for (const width of [390, 1280]) {
    const context = await browser.newContext({ baseURL: facts.url, viewport: { width, height: 844 } })
    const page = await context.newPage()
    const enter = async ({ email, password }: { email: string; password: string }) => {
      await page.goto('/sign-in')
      await page.getByLabel('Email').fill(email)
      await page.getByLabel('Password').fill(password)
      await page.getByRole('button', { name: 'Sign in', exact: true }).click()
    }
    await enter(owner)
    await page.waitForURL('**/forms')
    await page.goto('/settings/members')
    await page.getByLabel('Their email').fill(`jon-${width}@elm.example`)
    await page.getByRole('button', { name: 'Invite by mail' }).click()
    await expect(page.getByText(`jon-${width}@elm.example as editor`)).toBeVisible()
    await expectClean(page)
    await page.goto('/settings')
    await page.getByRole('button', { name: 'Make a token…' }).click()
    await expectClean(page)
    await page.goto('/account')
    await page.getByRole('button', { name: 'Turn it on…' }).click()
    await page.getByLabel('Your password').fill(owner.password)
    await page.getByRole('button', { name: 'Go on' }).click()
    await expect(page.getByLabel('The code it shows')).toBeVisible()
    await expectClean(page)
    const mail = await until(
      'the invitation is there',
      async () => (await mailTo(facts, `jon-${width}@elm.example`))[0],
    )
    await context.clearCookies()
    await page.goto(addressIn(mail.text))
    await page.getByLabel('Password').fill('short')
    await expectClean(page)
    await enter(both)
    await page.waitForURL('**/workspaces**')
    await expectClean(page)
    await page.getByRole('link', { name: 'analyst' }).click()
    await page.waitForURL('**/in/*/forms')
    await page.goto(`${page.url().replace(/forms$/, 'people')}`)
    await expect(page.getByRole('heading', { name: 'Your role does not reach this' })).toBeVisible()
    await expectClean(page)
    await page.goto('/sign-in?code')
    await expectClean(page)
  }
})

for (const width of [390, 1280])
  test(`every kind of question at ${width}, and its errors`, async ({ browser }) => {
    const page = await (await browser.newContext({ viewport: { width, height: 844 } })).newPage()
    const slug = unique('clean')
    await releasedForm(facts, slug, formOfEveryKind(slug))
    await page.goto(`${facts.url}/f/${slug}`)
    await expectClean(page)
    await page.getByRole('button', { name: 'Send' }).click()
    await expect(page.getByText('Fill this in.')).toBeVisible()
    await expectClean(page)
    await page.goto(`${facts.url}/f/open-day`)
    const goOn = page.locator('[data-forward]')
    await page.getByLabel('Yes, count me in').check()
    await goOn.click()
    await goOn.click()
    await expectClean(page)
    await page.goto(`${facts.url}/f/open-day`)
    await page.getByLabel('No, not this time').check()
    await goOn.click()
    await goOn.click()
    await goOn.click()
    await expectClean(page)
  })

for (const width of [390, 1280])
  test(`every step of the finder at ${width}, its errors, and its outcome`, async ({ browser }) => {
    const page = await (await browser.newContext({ viewport: { width, height: 844 } })).newPage()
    await page.goto(`${facts.url}/f/kiln-finder`)
    await page.getByRole('button', { name: 'Go on' }).click()
    await expectClean(page)
    await page.getByText('Porcelain').click()
    await page.getByRole('button', { name: 'Go on' }).click()
    await expectClean(page)
    await page.getByText('Single-phase').click()
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByLabel('Where is the studio?').selectOption('west')
    await expectClean(page)
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByRole('button', { name: 'Send to Tarnfield' }).click()
    await expectClean(page)
    await page.getByLabel('First name').fill('Axel')
    await page.getByLabel('Work email').fill(`axel-${width}-${Date.now()}@studio.example`)
    await page.getByRole('button', { name: 'Send to Tarnfield' }).click()
    await expect(page.getByRole('heading', { name: 'Thank you, Axel' })).toBeVisible()
    await expectClean(page)
    await page.goto(`${facts.url}/f/no-such-form`)
    await expectClean(page)
  })

/** Forms of every kind in these themes, `dark` in their dark variant; those above have them in the plain one. */
const LOOKS = [
  ['night', 'light', 'en'],
  ['clear', 'dark', 'ar'],
] as const

for (const [theme, scheme, locale] of LOOKS)
  for (const width of [390, 1280])
    test(`axe finds nothing in ${theme}, ${scheme}, in ${locale}, at ${width}`, async ({ browser }) => {
      const slug = unique(`axe-${theme}`)
      await releasedForm(facts, slug, { ...everyKindInArabic(slug), look: { theme } })
      const page = await visitorPage(browser, slug, {
        locale,
        viewport: { width, height: 844 },
        colorScheme: scheme,
        reducedMotion: 'reduce',
      })
      const { theme: looks } = READY[theme]
      const colours = scheme === 'dark' && looks.dark ? looks.dark : looks.colours
      expect(await styleOf(page, 'h1', 'color')).toBe(rgb(colours.text))
      await page.locator('[data-forward]').click()
      await expect(page.getByText(speak(locale).tell('missing'))).toBeVisible()
      await expectClean(page)
    })
