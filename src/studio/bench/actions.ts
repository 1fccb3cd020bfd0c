'use server'

import { z } from 'zod'
import { memberAction } from '@/server/access/session'
import { tellBenchName, trustBenchHooks, turnBenchSwitches } from '@/server/bench'

const switchesSchema = z.object({
  mail: z.enum(['works', 'refuses', 'hangs']).optional(),
  crm: z.enum(['works', 'fails', 'errs', 'hangs']).optional(),
  hook: z.enum(['works', 'fails', 'hangs']).optional(),
})

export const turnAction = memberAction('own', z.tuple([switchesSchema]), ({ workspaceId }, switches) =>
  turnBenchSwitches(workspaceId, switches),
)

/** Tells the catcher of webhooks what events are signed with; says what is wrong with it. */
export const trustAction = memberAction('own', z.tuple([z.string().max(500)]), ({ workspaceId }, secret) =>
  trustBenchHooks(workspaceId, secret),
)

/** Has the name server tell the record of a host name of the workspace’s, or no more. */
export const tellNameAction = memberAction(
  'own',
  z.tuple([z.object({ name: z.string().max(260), isTold: z.boolean() })]),
  ({ workspaceId }, { name, isTold }) => tellBenchName(workspaceId, name, isTold),
)
