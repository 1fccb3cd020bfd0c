import type { SourceRules } from './source'

export const settings = () => ({})

/**
 * The code that people say whom this person brings along: of whoever is known at once, of everybody else once it lands,
 * when they have one, or are given one.
 */
export const rules: SourceRules<object> = {
  words: 'their referral code',
  origin: 'generated',
  begin: () => ({}),
  look(_, { holder, landing }) {
    if (holder?.code) return { raw: holder.code, origin: 'generated' }
    return landing ? { raw: landing.code(), origin: 'generated' } : 'later'
  },
  describe: () => 'referral code',
  knownOnce: () => 'landed',
  sooner: true,
  stored: () => ({ read: 'code' }),
}
