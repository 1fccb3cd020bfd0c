import type { Locator, Page } from '@playwright/test'

/** How somebody works a page: with the mouse, or with the keyboard and nothing else. */
export interface Hands {
  press(target: Locator): Promise<void>
  write(target: Locator, text: string): Promise<void>
  choose(target: Locator, option: string): Promise<void>
}

/** Points and clicks; types into what was clicked. */
export function mouseOf(page: Page): Hands {
  const press = (target: Locator) => target.click()
  return {
    press,
    async write(target, text) {
      await target.click({ clickCount: 3 })
      await page.keyboard.type(text)
    },
    // The list of a choice is drawn by the system, where no page's mouse gets.
    async choose(target, option) {
      await target.selectOption({ label: option })
    },
  }
}

/** More presses of Tab than this to anything are more than anybody makes. */
const MOST_TABS = 150

/** Goes by Tab to whatever it works, and presses keys there. */
export function keysOf(page: Page): Hands {
  const isThere = (target: Locator) => target.evaluate((element) => element === document.activeElement)
  const reach = async (target: Locator) => {
    await target.waitFor()
    for (let presses = 0; presses < MOST_TABS; presses++) {
      if (await isThere(target)) return
      await page.keyboard.press('Tab')
    }
    throw new Error(`${MOST_TABS} presses of Tab do not lead to ${target}`)
  }
  return {
    async press(target) {
      await reach(target)
      const ticked = await target.evaluate((element) => element.matches('input[type=checkbox], input[type=radio]'))
      await page.keyboard.press(ticked ? 'Space' : 'Enter')
    },
    async write(target, text) {
      await reach(target)
      await page.keyboard.press('Control+a')
      await page.keyboard.type(text)
    },
    async choose(target, option) {
      await reach(target)
      // As on every system: the first letters of an option lead to it.
      await page.keyboard.type(option)
    },
  }
}
