import { z } from 'zod'
import { findList } from '@/db/queries/mailing_lists'
import { done, notDone } from '../done'
import { deed } from './deed'
import { moment } from './shapes'

/** What is told of one mailing list. */

/** Most of those who joined last, and who left last, that are told. */
const MOST = 50

const person = z.object({ id: z.uuid(), name: z.string(), email: z.string() })

export const readList = deed({
  summary: 'A mailing list: how many are on it and by what, how it went week by week, who joined and who left it last',
  may: 'people',
  input: z.object({ name: z.string().max(60) }),
  gives: z.object({
    name: z.string(),
    title: z.string(),
    members: z.number(),
    joined: z.number().describe('How many joined in the last 30 days'),
    left: z.number().describe('How many left, or were taken off, in the last 30 days'),
    weeks: z
      .array(z.object({ week: z.string(), joined: z.number(), left: z.number() }))
      .describe('By weeks from Monday, in the workspace’s zone'),
    origins: z.array(
      z.object({
        form: z.string().nullable().describe('The form they joined by'),
        sort: z.string().nullable().describe('What sort of cause put them on, where no form did'),
        members: z.number(),
      }),
    ),
    latest: z.array(person.extend({ wording: z.string(), joinedAt: moment })),
    leavers: z.array(person.extend({ reason: z.string(), leftAt: moment })),
  }),
  refusals: { 404: 'No such list' },
  async run({ context, workspaceId }, { name }) {
    const list = await findList(context.db, workspaceId, name, MOST)
    return list ? done(list) : notDone(404, 'There is no such list.')
  },
})
