import { z } from 'zod'
import type { DeedName } from '@/core/changes/deeds'
import type { Right } from '@/core/rights/right'
import type { Context } from '../context'
import { done, notDone } from '../done'
import { deed } from './deed'
import { nothing } from './shapes'

interface Described {
  summary: string
  may: Right
  /** Said where there is nothing of this id to do it to. */
  missing: string
  /** The deed that History tells. */
  leaves: DeedName
  /** Does it; `false` where there is nothing to do it to. */
  run(context: Context, workspaceId: string, id: string): Promise<boolean>
}

/** A deed done to one thing by its id, of which nothing is given back. */
export const deedOn = ({ summary, may, missing, leaves, run }: Described) =>
  deed({
    summary,
    may,
    input: z.object({ id: z.uuid() }),
    gives: nothing,
    refusals: { 404: missing },
    leaves: { deed: leaves, about: () => '' },
    run: async ({ context, workspaceId }, { id }) =>
      (await run(context, workspaceId, id)) ? done(null) : notDone(404, missing),
  })
