import { untilStill } from '../support/still'
import { excuse, expect, facts, noticed, test } from './studio'

/** What fails every test that it happens in is seen to be noticed. */
test('what a page tries against its policy is noticed, also where a script takes the refusal calmly', async ({
  studio,
  browser,
}) => {
  const visitor = await (await browser.newContext()).newPage()
  const policy = /Content Security Policy/
  excuse(policy)
  for (const [page, address] of [
    [studio, '/forms'],
    [visitor, `${facts.url}/f/kiln-finder`],
  ] as const) {
    const before = noticed().length
    await page.goto(address)
    // By itself, not within what a test runs there: that may do anything.
    await page.evaluate(() => {
      setTimeout(() => {
        try {
          new Function('return 1')
        } catch {
          // As a library does that only asks whether it may.
        }
      })
    })
    await expect
      .poll(
        () =>
          noticed()
            .slice(before)
            .filter((one) => policy.test(one)).length,
      )
      .toBeGreaterThan(0)
  }
})

test('what libraries may not try is said before anything of a page runs, on every page of the studio', async ({
  page,
  studio,
}) => {
  await page.goto(`${facts.url}/sign-in`)
  await studio.goto('/forms/kiln-finder/release')
  for (const one of [page, studio]) {
    await untilStill(one)
    // Where the library that checks input keeps what it is told.
    const told = () => (globalThis as { __zod_globalConfig?: { jitless?: boolean } }).__zod_globalConfig?.jitless
    expect(await one.evaluate(told)).toBe(true)
  }
})
