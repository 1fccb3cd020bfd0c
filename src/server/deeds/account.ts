import { z } from 'zod'
import { dropPasskey as removePasskey, endSessions as removeSessions } from '@/db/queries/account'
import { memberOf } from '../access/actor'
import { done, notDone } from '../done'
import { deed } from './deed'
import { nothing } from './shapes'

/** What somebody does about how they themselves sign in. No program has a part in it. */

const idSchema = z.string().min(1).max(100)

export const endSessions = deed({
  summary: 'End sessions of one’s own: whoever has them is signed out at once',
  may: 'read',
  input: z.strictObject({ ids: z.array(idSchema).min(1).max(1000) }),
  gives: nothing,
  refusals: { 404: 'No such session' },
  leaves: { deed: 'endSession', about: ({ ids }) => (ids.length === 1 ? '' : String(ids.length)) },
  run: async (by, { ids }) =>
    (await removeSessions(by.context.db, memberOf(by) ?? '', ids)) > 0
      ? done(null)
      : notDone(404, 'It had ended already.'),
})

export const dropPasskey = deed({
  summary: 'Remove a key that one signs in with',
  may: 'read',
  input: z.strictObject({ id: idSchema }),
  gives: z.object({ name: z.string().nullable() }),
  refusals: { 404: 'No such key' },
  leaves: { deed: 'dropPasskey', about: (_, { name }) => name ?? '' },
  async run(by, { id }) {
    const dropped = await removePasskey(by.context.db, memberOf(by) ?? '', id)
    return dropped ? done(dropped) : notDone(404, 'There is no such key.')
  },
})
