import type { Page } from '@playwright/test'
import { askEmail, askFirstName, formAsking, releasedForm } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** A form that comes over somebody else's page, whose content policy is strict. */

const site = new URL(facts.bench).origin
const framable = (slug: string) =>
  releasedForm(facts, slug, { ...formAsking([askFirstName, askEmail]), framedBy: [site] })
const open = (page: Page, slug: string, how: string) => page.goto(`${site}/site/over?form=${slug}&how=${how}`)
const dialogOf = (page: Page, slug: string) => page.getByRole('dialog', { name: `Ask us: ${slug}` })

for (const [how, opener] of [
  ['button', 'Open it'],
  ['link', 'Ask us'],
] as const)
  test(`at a ${how}, with the focus in it, and back where it was, by keys alone, at both widths`, async ({ page }) => {
    const slug = unique('over')
    await framable(slug)
    for (const width of [1280, 390]) {
      await page.setViewportSize({ width, height: 800 })
      await open(page, slug, how)
      await expect(dialogOf(page, slug)).toHaveCount(0)
      const at = page.getByRole(how, { name: opener })
      await at.focus()
      await expect(async () => {
        await page.keyboard.press('Enter')
        await expect(dialogOf(page, slug)).toBeVisible({ timeout: 1000 })
      }).toPass()
      const form = dialogOf(page, slug).frameLocator('iframe')
      await form.getByLabel('First name').fill('Ada')
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width)
      // Within the form, too, the key to leave leaves.
      await form.getByLabel('First name').press('Escape')
      await expect(dialogOf(page, slug)).toHaveCount(0)
      await expect(at).toBeFocused()
      await page.keyboard.press('Enter')
      await expect(form.getByLabel('First name')).toHaveValue('Ada')
    }
  })

test('by itself after a while, once; never again after it was sent', async ({ page }) => {
  const slug = unique('over')
  await framable(slug)
  await open(page, slug, 'after')
  await expect(dialogOf(page, slug)).toBeVisible()
  await dialogOf(page, slug).getByRole('button', { name: 'Close' }).click()
  await page.reload()
  await page.waitForTimeout(2000)
  await expect(dialogOf(page, slug)).toHaveCount(0)
  await page.evaluate(() => localStorage.clear())
  await page.reload()
  const form = dialogOf(page, slug).frameLocator('iframe')
  await form.getByLabel('First name').fill('Ada')
  await form.getByLabel('Email').fill(`${slug}@studio.example`)
  await form.getByRole('button', { name: 'Send' }).click()
  await expect(form.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  await expect.poll(() => page.evaluate((form) => localStorage.getItem(`lichen over ${form}`), slug)).toBe('sent')
  await page.reload()
  await page.waitForTimeout(2000)
  await expect(dialogOf(page, slug)).toHaveCount(0)
})

test('on leaving, towards the top and not aside', async ({ page }) => {
  const slug = unique('over')
  await framable(slug)
  await open(page, slug, 'leaving')
  const leave = (clientY: number) =>
    page.evaluate((y) => document.documentElement.dispatchEvent(new MouseEvent('mouseleave', { clientY: y })), clientY)
  await expect(async () => {
    await leave(300)
    await expect(dialogOf(page, slug)).toHaveCount(0)
    await leave(-1)
    await expect(dialogOf(page, slug)).toBeVisible({ timeout: 1000 })
  }).toPass()
})
