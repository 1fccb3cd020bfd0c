import { readStored } from '@/core/form/stored'
import { type FieldUses, usesOfFields } from '@/core/segments/field_uses'
import type { Db } from '@/db/database'
import { listFormNames, readLiveDefinitions } from '@/db/queries/forms'
import { listSegments } from '@/db/queries/segments'
import { readResources } from '@/db/queries/workspace'

/** Forms that are read at once: one may be large. */
const TOGETHER = 50

/** What the live releases of all forms do with each field; segments only for those who may know of them. */
export async function readFieldUses(db: Db, workspaceId: string, mayKnowPeople: boolean): Promise<FieldUses[]> {
  const [{ fields }, names, segments] = await Promise.all([
    readResources(db, workspaceId),
    listFormNames(db, workspaceId),
    mayKnowPeople ? listSegments(db, workspaceId) : [],
  ])
  const live = names.filter(({ isLive }) => isLive)
  const all = usesOfFields(fields, [], segments)
  for (let from = 0; from < live.length; from += TOGETHER) {
    const some = live.slice(from, from + TOGETHER)
    const definitions = await readLiveDefinitions(
      db,
      workspaceId,
      some.map(({ slug }) => slug),
    )
    const forms = some.flatMap(({ slug, name }) =>
      definitions
        .filter((one) => one.slug === slug)
        .map(({ definition }) => ({ slug, name, form: readStored(definition) })),
    )
    for (const [at, { written, read }] of usesOfFields(fields, forms, []).entries()) {
      all[at]?.written.push(...written)
      all[at]?.read.push(...read)
    }
  }
  return all
}
