'use server'

import { z } from 'zod'
import { memberAction } from '@/server/access/session'
import { turnBenchSwitches } from '@/server/bench'

const switchesSchema = z.object({
  mail: z.enum(['works', 'refuses', 'hangs']).optional(),
  crm: z.enum(['works', 'fails', 'errs', 'hangs']).optional(),
})

export const turnAction = memberAction(z.tuple([switchesSchema]), ({ workspaceId }, switches) =>
  turnBenchSwitches(workspaceId, switches),
)
