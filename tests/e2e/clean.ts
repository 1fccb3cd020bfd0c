import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { expect } from './studio'

/** Holds a page to axe-core, once what is still fading in is there. */
export async function expectClean(page: Page): Promise<void> {
  await page.evaluate(() => Promise.all(document.getAnimations().map(({ finished }) => finished.catch(() => null))))
  // Frames of ours are of one origin, and what passes need not be told: neither changes what is found.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ['violations'] })
    .analyze()
  expect(violations.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)).toEqual([])
}
