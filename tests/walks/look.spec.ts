import { pressed } from '@/core/look/contrast'
import { READY } from '@/core/look/ready'
import { api, releasedForm, smallForm, until } from '../support/api'
import { formOfEveryKind } from '../support/every_kind'
import { everyKindInArabic } from '../support/every_kind_arabic'
import { untilStill } from '../support/still'
import { rgb, styleOf, visitorPage } from '../e2e/looks'
import { expect, facts, test, unique } from '../e2e/studio'

test('a look is chosen beside the visitor’s view, which follows, and reaches visitors once it is released', async ({
  studio,
  browser,
}) => {
  const slug = unique('look')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('link', { name: 'Look', exact: true }).click()
  const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await studio.getByRole('radio', { name: 'Night' }).check({ force: true })
  const { colours } = READY.night.theme
  await expect.poll(() => styleOf(view, 'h1', 'color')).toBe(rgb(colours.text))
  await expect.poll(() => styleOf(view, 'h1', 'font-family')).toContain('Sora')
  // The view is drawn anew once the draft is saved.
  await expect
    .poll(() => studio.locator('iframe').evaluate((frame: HTMLIFrameElement) => frame.contentDocument?.fonts.size))
    .toBeGreaterThan(8)

  await studio.getByLabel('Quiet text', { exact: true }).fill('#405060')
  await expect(studio.getByText('1.5 : 1, wants 4.5')).toBeVisible()
  await expect.poll(() => styleOf(view, '.intro, .small', 'color')).toBe(rgb('#405060'))
  await studio.getByRole('button', { name: /^Take #/ }).click()
  await expect(studio.getByText('wants 4.5')).toBeHidden()
  await expect(studio.getByText('1 part is otherwise than in the theme.')).toBeVisible()
  await studio.getByRole('button', { name: 'Undo' }).click()
  await expect(studio.getByText('1.5 : 1, wants 4.5')).toBeVisible()
  await studio.getByRole('button', { name: 'Back to the theme' }).click()
  await expect(studio.getByText('The form looks as its theme says.')).toBeVisible()

  await expect(studio.getByText(/draft saved/)).toBeVisible()
  const before = await visitorPage(browser, slug)
  expect(await styleOf(before, 'h1', 'color')).toBe(rgb(READY.plain.theme.colours.text))
  await studio.getByRole('link', { name: /^Release/ }).click()
  await expect(studio.getByText('The look changed').first()).toBeVisible()
  await studio.getByRole('button', { name: 'Make release 2 live' }).click()
  await expect(studio.getByText('release 2 live').first()).toBeVisible()
  await expect
    .poll(async () => {
      await before.reload()
      return styleOf(before, 'h1', 'color')
    })
    .toBe(rgb(colours.text))
})

test('what a button does while it is pressed, and what the keyboard is on, are chosen', async ({ studio, browser }) => {
  const slug = unique('states')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('link', { name: 'Look', exact: true }).click()
  await studio.getByLabel('Pointed at', { exact: true }).selectOption('they stay as they are')
  await studio.getByLabel('Pressed', { exact: true }).selectOption('they deepen')
  await studio.getByLabel('Under the keyboard', { exact: true }).selectOption('a double ring')
  await expect(studio.getByText('3 parts are otherwise than in the theme.')).toBeVisible()
  const frame = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await expect.poll(() => styleOf(frame, 'body', '--focus')).toBe('5px double')
  await until('the draft is saved', async () =>
    JSON.stringify((await api(facts, 'GET', `/forms/${slug}/draft`)).body).includes('"focus":"double"'),
  )
  expect((await api(facts, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
  const page = await visitorPage(browser, slug)
  // Another web hears of a release a moment later.
  await expect
    .poll(async () => {
      await page.reload()
      return styleOf(page, 'body', '--focus')
    })
    .toBe('5px double')
  const go = page.locator('[data-forward]')
  await go.press('Shift+Tab')
  await page.keyboard.press('Tab')
  await expect(go).toHaveCSS('outline-style', 'double')
  const { colours } = READY.plain.theme
  await go.hover()
  await expect(go).toHaveCSS('background-color', rgb(colours.accent))
  await page.mouse.down()
  await expect(go).toHaveCSS('background-color', rgb(pressed(colours)))
  await page.mouse.up()
})

test('a look is kept as a theme, used by two forms, and changed for both at its source', async ({
  studio,
  browser,
}) => {
  const [one, other, title] = [unique('one'), unique('other'), unique('House')]
  await releasedForm(facts, one, smallForm)
  await studio.goto(`/forms/${one}/compose?part=look`)
  await studio.getByRole('radio', { name: 'Workshop' }).check({ force: true })
  await studio.getByLabel('Ground', { exact: true }).fill('#c8e0f0')
  await studio.getByRole('button', { name: 'Keep as a theme…' }).click()
  await studio.getByLabel('Name').fill(title)
  await studio.getByRole('button', { name: 'Keep it' }).click()
  await expect(studio.getByRole('radio', { name: title })).toBeChecked()
  await expect(studio.getByText('The form looks as its theme says.')).toBeVisible()
  await expect(studio.getByText(/draft saved/)).toBeVisible()

  const name = title.toLowerCase().replace(/\W/g, '_')
  await releasedForm(facts, other, { ...smallForm, title: 'The other form', look: { theme: name } })
  const page = await visitorPage(browser, other)
  expect(await styleOf(page, 'body', 'background-color')).toBe(rgb('#c8e0f0'))

  await studio.reload()
  await studio.getByLabel('Ground', { exact: true }).fill('#d9c8f0')
  await studio.getByRole('button', { name: `Change “${title}” itself…` }).click()
  const dialog = studio.getByRole('dialog')
  await expect(dialog.getByRole('listitem')).toHaveText([/draft/, /live: visitors see it at once/])
  await dialog.getByRole('button', { name: 'Change it' }).click()
  const groundAfterReload = async () => {
    await page.reload()
    return styleOf(page, 'body', 'background-color')
  }
  await expect.poll(groundAfterReload).toBe(rgb('#d9c8f0'))
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect.poll(groundAfterReload).toBe(rgb('#c8e0f0'))

  const refused = await api<{ title: string }>(facts, 'DELETE', `/themes/${name}`)
  expect([refused.status, refused.body.title]).toEqual([409, expect.stringContaining(other)])
})

test('a theme that nothing else uses is removed, and brought back', async ({ studio }) => {
  const [slug, title] = [unique('gone'), unique('Passing')]
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/compose?part=look`)
  await studio.getByRole('button', { name: 'Keep as a theme…' }).click()
  await studio.getByLabel('Name').fill(title)
  await studio.getByRole('button', { name: 'Keep it' }).click()
  await expect(studio.getByRole('radio', { name: title })).toBeChecked()
  await studio.getByRole('button', { name: `Remove “${title}”` }).click()
  await expect(studio.getByRole('radio', { name: title })).toBeHidden()
  await expect(studio.getByRole('radio', { name: 'Plain' })).toBeChecked()
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect(studio.getByRole('radio', { name: title })).toBeChecked()
})

test('a question has a look of its own, and prose shows on one sort of screen', async ({ studio, browser }) => {
  const slug = unique('own')
  const { steps, ...rest } = smallForm
  const prose = [
    { kind: 'prose' as const, name: 'for_phones', label: 'On your phone', on: 'phone' as const },
    { kind: 'prose' as const, name: 'for_desks', label: 'At your desk', on: 'desk' as const },
  ]
  await releasedForm(facts, slug, {
    ...rest,
    steps: steps.map((step, n) => (n === 0 ? { ...step, questions: [...prose, ...(step.questions ?? [])] } : step)),
  })
  await studio.goto(`/forms/${slug}/compose`)
  await studio
    .getByRole('button', { name: /^Short text/ })
    .first()
    .click()
  await studio.getByText('Less often').click()
  await studio.getByLabel('Its field').selectOption('underlined')
  await studio.getByLabel('Its label').selectOption('beside')
  await studio.getByLabel('Its edges').fill('9')
  await expect(studio.getByText('1 to 4 px')).toBeVisible()
  await studio.getByLabel('Its edges').fill('3')
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  await api(facts, 'POST', `/forms/${slug}/releases`, {})
  const page = await visitorPage(browser, slug, { viewport: { width: 1280, height: 800 } })
  const [label, field] = await Promise.all([
    page.getByText('First name').boundingBox(),
    page.locator('[data-question=first_name] .field').boundingBox(),
  ])
  expect((label?.x ?? 0) + (label?.width ?? 0)).toBeLessThan(field?.x ?? 0)
  expect(await styleOf(page, '[data-question=first_name] .field', 'border-left-width')).toBe('0px')
  expect(await styleOf(page, '[data-question=first_name] .field', 'border-bottom-width')).toBe('3px')
  expect(await styleOf(page, '[data-question=email] .field', 'border-left-width')).toBe('1px')
  await expect(page.getByText('At your desk')).toBeVisible()
  await expect(page.getByText('On your phone')).toBeHidden()
  await page.setViewportSize({ width: 390, height: 844 })
  await expect(page.getByText('On your phone')).toBeVisible()
  await expect(page.getByText('At your desk')).toBeHidden()
})

test('who wants no motion sees none, and others see the steps come', async ({ browser }) => {
  const slug = unique('motion')
  await releasedForm(facts, slug, { ...smallForm, look: { theme: 'garden' } })
  const moving = await visitorPage(browser, slug, { reducedMotion: 'no-preference' })
  expect(await styleOf(moving, 'section:not([hidden])', 'animation-name')).toBe('rise')
  const still = await visitorPage(browser, slug, { reducedMotion: 'reduce' })
  expect(await styleOf(still, 'section:not([hidden])', 'animation-name')).toBe('none')
})

/** WCAG 2.2, 1.4.12: what readers may set, and no text may be lost by it. */
const SPACING =
  '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-bottom: 2em !important }'

for (const [theme, locale] of [
  ['clear', 'ar'],
  ['garden', 'en'],
] as const)
  test(`in ${theme}, in ${locale}, nothing is cut at 200 % or with the text spacing of WCAG`, async ({ browser }) => {
    const slug = unique(`zoom-${theme}`)
    await releasedForm(facts, slug, { ...everyKindInArabic(slug), look: { theme } })
    // At 200 % a window of 1280 has room for 640 pixels of CSS.
    const page = await visitorPage(browser, slug, { locale, viewport: { width: 640, height: 400 }, bypassCSP: true })
    const cut = () =>
      page.evaluate(() => {
        const all = [...document.querySelectorAll<HTMLElement>('main *')]
        const seen = all.filter(
          (one) =>
            one.offsetParent !== null &&
            getComputedStyle(one).clipPath === 'none' &&
            !one.matches('canvas, select, input, textarea'),
        )
        const wide = document.documentElement.scrollWidth > innerWidth
        return [
          ...(wide ? ['the page'] : []),
          ...seen
            .filter((one) => getComputedStyle(one).overflow !== 'visible' && one.scrollHeight > one.clientHeight + 1)
            .map((one) => one.outerHTML.slice(0, 80)),
        ]
      })
    expect(await cut()).toEqual([])
    await page.addStyleTag({ content: SPACING })
    expect(await cut()).toEqual([])
    await page.setViewportSize({ width: 390, height: 844 })
    expect(await cut()).toEqual([])
  })

test('nothing comes from elsewhere, and the policy has no exception for what is inline', async ({ browser }) => {
  const slug = unique('policy')
  await releasedForm(facts, slug, { ...formOfEveryKind(slug), look: { theme: 'garden' } })
  const page = await (await browser.newContext()).newPage()
  const asked: string[] = []
  const refused: string[] = []
  page.on('request', (request) => asked.push(request.url()))
  page.on('console', (message) => message.type() === 'error' && refused.push(message.text()))
  const response = await page.goto(`${facts.url}/f/${slug}`)
  await untilStill(page)
  expect(asked.filter((address) => !address.startsWith(facts.url) && !address.startsWith('data:'))).toEqual([])
  expect(refused).toEqual([])
  const policy = response?.headers()['content-security-policy'] ?? ''
  expect(policy).toContain("style-src 'self';")
  expect(policy).not.toMatch(/unsafe|nonce|sha256/)
})
