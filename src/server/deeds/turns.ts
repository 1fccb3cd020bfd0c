import { z } from 'zod'
import { countTurns as countPeople, turnFields } from '@/core/fill/count_turns'
import { formSchema } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import { countAlike } from '@/db/queries/turns'
import { done } from '../done'
import { heavily } from '../heavy'
import { whoIn } from '../settings/segments'
import { deed } from './deed'
import { segmentNameSchema } from './lists'
import { withForm } from './of_form'

/** Questions that a form asks in turn, over many people. */

export const countTurns = deed({
  summary: 'How many people would be asked each question in turn of the draft, or another definition, now',
  may: 'people',
  input: z.strictObject({
    slug: z.string().max(200),
    draft: formSchema.optional().describe('Counted in place of the draft'),
    segment: segmentNameSchema.describe('Only people of this segment'),
  }),
  gives: z.object({
    people: z.number(),
    allKnown: z.number().describe('Of how many all is known'),
    questions: z.array(
      z.object({
        name: z.string(),
        known: z.number().describe('Of how many its answer is known'),
        asked: z.number().describe('How many would be asked it next'),
      }),
    ),
  }),
  refusals: { 404: 'No such form or segment' },
  run: (by, { slug, draft, segment }) =>
    withForm(by, slug, async (stored) => {
      const { db } = by.context
      const who = await whoIn(db, by.workspaceId, { segment })
      if (!who.ok) return who
      const form = draft ?? readStored(stored.draft)
      const fields = turnFields(form)
      const alike = await heavily(() => countAlike(db, by.workspaceId, who.value.who ?? null, fields))
      return done(countPeople(form, alike))
    }),
})
