import { tellDifferences } from '@/core/form/differences'
import { readStored } from '@/core/form/stored'
import type { Db } from '@/db/database'
import type { StoredForm } from '@/db/queries/forms'
import { findPlannedRelease } from '@/db/queries/planned_releases'

/** A release to come, or one that could not be made. */
export interface Planned {
  at: Date
  who: string
  plannedAt: Date
  draftRevision: number
  /** What it would change by now, in words. */
  changes: string[]
  /** Why it was not made once its moment had come; `null` while it is to come. */
  refused: string[] | null
}

/** What is planned of a form, with what that would change for visitors by now; `null` where nothing is. */
export async function readPlanned(
  db: Db,
  { id, liveDefinition }: Pick<StoredForm, 'id' | 'liveDefinition'>,
): Promise<Planned | null> {
  const planned = await findPlannedRelease(db, id)
  if (!planned) return null
  const { definition, doer, ...rest } = planned
  const live = liveDefinition ? readStored(liveDefinition) : null
  return { ...rest, who: doer.name, changes: tellDifferences(live, readStored(definition)) }
}
