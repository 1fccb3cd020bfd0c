import { type BrowserType, chromium } from '@playwright/test'

/**
 * Debian's Chromium, in the form of it that has no window to draw: pages and their scripts are the same, at two thirds
 * of the work.
 */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium-headless-shell',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update'],
} satisfies Parameters<BrowserType['launch']>[0]

export const launchChromium = () => chromium.launch(CHROMIUM)
