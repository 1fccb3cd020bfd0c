import { z } from 'zod'
import type { ServerFacts, SourceRules } from './source'

type Seen = 'moment' | 'day' | 'country' | 'network' | 'network_shortened'

const SEEN: Record<Seen, readonly [words: string, look: (facts: ServerFacts) => string | null]> = {
  moment: ['moment', ({ now }) => now],
  day: ['day', ({ now }) => now.slice(0, 10)],
  country: ['country (a hint)', ({ country }) => country],
  network_shortened: ['network, shortened', ({ network }) => network?.shortened ?? null],
  network: ['network address', ({ network }) => network?.whole ?? null],
}

/** What the server sees, each with what people call it. */
export const SERVER_FACTS = Object.entries(SEEN).map(([seen, [words]]) => [seen, words] as const)

export const settings = () => ({
  what: z
    .enum(Object.keys(SEEN) as [Seen, ...Seen[]])
    .describe('The moment or day in the workspace’s zone, the country a proxy tells, or the network that asks'),
})

/** What the server sees itself. Moments are those of opening while the page is filled in, and of sending once it is sent. */
export const rules: SourceRules<{ what: Seen }> = {
  words: 'when and from where it is sent',
  origin: 'server',
  begin: () => ({ what: 'moment' }),
  look: ({ what }, { server }) => ({ raw: server && SEEN[what][1](server), origin: 'server' }),
  describe: ({ what }) => `${SEEN[what][0]} · server`,
}
