import { z } from 'zod'
import { siteSchema } from '@/core/formats/site'
import type { Db } from '@/db/database'
import { writeSites } from '@/db/queries/workspace'
import { type Done, done } from '../done'

export const sitesSchema = z.strictObject({
  sites: z.array(siteSchema).max(50).describe('Each as https://www.studio.example, without a path'),
})

type Sites = z.output<typeof sitesSchema>

/** Says on which sites forms may send their visitors on. */
export async function setSites(db: Db, workspaceId: string, { sites }: Sites): Promise<Done<Sites>> {
  const each = [...new Set(sites)]
  await writeSites(db, workspaceId, each)
  return done({ sites: each })
}
