import type { Browser, Page } from '@playwright/test'
import { facts } from './studio'

/** The computed style of an element of a page. */
export const styleOf = (page: Page | ReturnType<Page['frameLocator']>, selector: string, property: string) =>
  page
    .locator(selector)
    .first()
    .evaluate((element, name) => getComputedStyle(element).getPropertyValue(name), property)
    // A page that is being drawn anew has none.
    .catch(() => null)

export const rgb = (hex: string): string =>
  `rgb(${[1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)).join(', ')})`

export const visitorPage = async (browser: Browser, slug: string, more: Parameters<Browser['newContext']>[0] = {}) => {
  const page = await (await browser.newContext(more)).newPage()
  await page.goto(`${facts.url}/f/${slug}`)
  return page
}
