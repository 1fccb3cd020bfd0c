import type { AnswerError } from '@/core/form/check'
import { compareRuns, type RunDifference } from '@/core/rehearse/compare'
import type { Form } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import type { Db } from '@/db/database'
import type { StoredForm } from '@/db/queries/forms'
import { listRehearsals } from '@/db/queries/rehearsals'
import { readResources } from '@/db/queries/workspace'
import { planDraft } from './planDraft'

/** A kept rehearsal, run through a draft. */
export interface RehearsalRun {
  id: string
  title: string
  /** What the draft would refuse the answers for. */
  errors: AnswerError[]
  /** The desks that are told. */
  told: string[]
  /** What goes otherwise than through the live release; `null` where there is none. */
  since: RunDifference | null
}

/**
 * Runs every kept rehearsal of a form through a draft, and beside it through the live release, both with what is
 * known now: what differs is the draft's doing, and not that of what arrived since. Nothing is done.
 */
export async function runRehearsals(db: Db, stored: StoredForm, draft: Form): Promise<RehearsalRun[]> {
  const live = stored.liveDefinition ? readStored(stored.liveDefinition) : null
  const resources = await readResources(db, stored.workspaceId)
  const runs: RehearsalRun[] = []
  for (const { id, title, values, contact, remembered, tried: name, keptAt: at } of await listRehearsals(
    db,
    stored.id,
  )) {
    // Whoever is made up is the same to both.
    const tried = draft.tries.find((one) => one.name === name)
    const input = { values, carried: values, link: {}, contact, remembered, tried, at }
    const now = await planDraft(db, draft, stored, input, resources)
    const before = live ? await planDraft(db, live, stored, input, resources) : null
    runs.push({
      id,
      title,
      errors: now.errors,
      told: now.plan.routed.map(({ desk }) => desk.title),
      since: live && before && compareRuns({ form: live, ...before }, { form: draft, ...now }),
    })
  }
  return runs
}
