import type { SourceRules } from './source'

export const settings = () => ({})

/** One more for each answer that lands, without a gap within the form; a test takes none. */
export const rules: SourceRules<object> = {
  words: 'a running number',
  origin: 'generated',
  begin: () => ({}),
  look: (_, { landing }) => (landing ? { raw: landing.number(), origin: 'generated' } : 'later'),
  describe: () => 'running number',
  knownOnce: () => 'landed',
}
