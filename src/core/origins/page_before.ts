import type { SourceRules } from './source'

export const settings = () => ({})

/** The address of the page the visitor came from, as their browser tells. */
export const rules: SourceRules<object> = {
  words: 'the page before',
  origin: 'browser',
  begin: () => ({}),
  look: (_, { pageBefore }) => ({ raw: pageBefore, origin: 'browser' }),
  describe: () => 'page before',
}
