import { z } from 'zod'
import type { BrowserFacts, SourceRules } from './source'

const TOLD: Record<keyof BrowserFacts, string> = {
  language: 'language',
  zone: 'time zone',
  screen: 'sort of screen',
}

/** What a browser tells of itself, each with what people call it. */
export const BROWSER_FACTS = Object.entries(TOLD) as [keyof BrowserFacts, string][]

export const settings = () => ({
  what: z
    .enum(['language', 'zone', 'screen'])
    .describe('The language it prefers (BCP 47), its time zone (IANA), or its screen: phone, tablet or desk'),
})

/** What a browser tells of itself. Its zone and its screen are known only where the page’s script runs. */
export const rules: SourceRules<{ what: keyof BrowserFacts }> = {
  words: 'their browser',
  origin: 'browser',
  begin: () => ({ what: 'language' }),
  look: ({ what }, { browser }) => ({ raw: browser[what], origin: 'browser' }),
  describe: ({ what }) => `${TOLD[what]} · browser`,
  onPage: ({ what }) => (what === 'language' ? null : what),
}
