import { z } from 'zod'
import { nameSchema } from '@/core/answers/name'
import { conditionOfPeopleSchema } from '@/core/segments/segment'
import { listPeople } from '@/db/queries/people'
import { countPeopleWho, dropSegment as removeSegment, listSegments } from '@/db/queries/segments'
import { done, notDone } from '../done'
import { heavily } from '../heavy'
import {
  addSegment as makeSegment,
  changeSegment as alterSegment,
  NO_SEGMENT,
  segmentSchema,
} from '../settings/segments'
import { deed } from './deed'
import { moment, nothing } from './shapes'

/** People who fit a condition. */

const segment = z.object({ name: z.string(), title: z.string(), condition: conditionOfPeopleSchema })

export const readSegments = deed({
  summary: 'Segments, by title',
  may: 'people',
  input: z.object({}),
  gives: z.object({ segments: z.array(segment.extend({ changedBy: z.string(), changedAt: moment })) }),
  run: async ({ context, workspaceId }) => done({ segments: await listSegments(context.db, workspaceId) }),
})

/** As many as tell whether the right ones are meant. */
const SHOWN = 10

export const countSegment = deed({
  summary: 'How many people fit a condition, and ten of them',
  may: 'people',
  input: z.strictObject({ condition: conditionOfPeopleSchema }),
  gives: z.object({
    count: z.number(),
    some: z.array(z.object({ id: z.uuid(), name: z.string(), email: z.string() })),
  }),
  async run({ context: { db }, workspaceId }, { condition: who }) {
    const [count, { rows }] = await Promise.all([
      heavily(() => countPeopleWho(db, workspaceId, who)),
      heavily(() => listPeople(db, workspaceId, { who, limit: SHOWN })),
    ])
    return done({ count, some: rows.map(({ id, name, email }) => ({ id, name, email })) })
  },
})

export const addSegment = deed({
  summary: 'Keep a condition that people are found by under a name',
  may: 'answer',
  input: segmentSchema,
  gives: segment,
  leaves: { deed: 'addSegment', about: ({ title }) => title },
  run: ({ context, workspaceId, doer }, input) => makeSegment(context.db, workspaceId, input, doer.name),
})

export const changeSegment = deed({
  summary: 'Say anew who is meant by a segment, wherever it is used',
  may: 'answer',
  input: segmentSchema.extend({ name: nameSchema }),
  gives: segment,
  refusals: { 404: 'No such segment' },
  leaves: { deed: 'changeSegment', about: ({ title }) => title },
  run: ({ context, workspaceId, doer }, input) => alterSegment(context.db, workspaceId, input, doer.name),
})

export const dropSegment = deed({
  summary: 'Drop a segment; the people in it stay',
  may: 'answer',
  input: z.object({ name: nameSchema }),
  gives: nothing,
  refusals: { 404: 'No such segment' },
  leaves: { deed: 'dropSegment', about: ({ name }) => name },
  run: async ({ context, workspaceId }, { name }) =>
    (await removeSegment(context.db, workspaceId, name)) ? done(null) : notDone(404, NO_SEGMENT),
})
