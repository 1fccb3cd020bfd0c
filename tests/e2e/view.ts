import type { FrameLocator, Page } from '@playwright/test'
import { until } from '../support/api'
import { query } from '../support/database'
import { facts } from './studio'

/**
 * The visitor's view in Compose, once it shows the draft with something in it and takes what is typed: it is drawn
 * anew with each save, and nobody types between two of them as fast as a test does.
 */
export async function viewOfDraft(studio: Page, slug: string, has: object): Promise<FrameLocator> {
  const text = JSON.stringify(has).slice(1, -1)
  await until(`the view shows ${text}`, async () => {
    const [form] = await query<{ draft: object; draft_revision: number }>(
      facts.database,
      'select draft, draft_revision from form where slug = $1',
      [slug],
    )
    if (!form || !JSON.stringify(form.draft).includes(text)) return false
    return studio.locator('iframe').evaluate(
      // It was given the look as soon as it listened.
      (frame: HTMLIFrameElement, revision) =>
        frame.contentWindow?.location.search.includes(`revision=${revision}&`) &&
        (frame.contentDocument?.adoptedStyleSheets[0]?.cssRules.length ?? 0) > 0,
      form.draft_revision,
    )
  })
  return studio.frameLocator('iframe')
}
