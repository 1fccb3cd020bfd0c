import { z } from 'zod'
import { exportColumns } from '../exports/submissions'
import { done } from '../done'
import { deed } from './deed'
import { slugSchema } from './lists'

/** What lists can be taken along with. */

const headed = z.array(z.object({ name: z.string(), label: z.string() }))

export const readExportColumns = deed({
  summary: 'The columns that an export of submissions can have, in the usual order',
  may: 'people',
  input: z.object({ form: slugSchema.optional() }),
  gives: z.object({
    about: headed.describe('What is said of each submission'),
    values: headed.describe('What any release of the forms has asked, by its path'),
  }),
  run: async ({ context, workspaceId }, { form }) => done(await exportColumns(context.db, workspaceId, form)),
})
