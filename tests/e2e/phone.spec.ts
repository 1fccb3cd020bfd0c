import { untilStill } from '../support/still'
import { expect, test } from './studio'

/** Places of the studio that are used on a phone: nothing of them lies beside the screen. */
for (const place of [
  '/forms',
  '/arrivals',
  '/people',
  '/forms/kiln-finder/readout',
  '/forms/kiln-finder/release',
  '/settings',
])
  test(`${place} fits a phone`, async ({ studio }) => {
    await studio.setViewportSize({ width: 390, height: 844 })
    await studio.goto(place)
    await expect(studio.locator('main, h1').first()).toBeVisible()
    await untilStill(studio)
    const beside = await studio.evaluate(() =>
      [...document.querySelectorAll('main :is(h1, h2, th, td, button, input, select, a, p)')]
        .filter((one) => one.getBoundingClientRect().right > innerWidth + 1 && one.checkVisibility())
        .map((one) => `${one.tagName} ${one.textContent.trim().slice(0, 40)}`),
    )
    expect(beside).toEqual([])
  })
