import { readForm } from '@/core/form/stored'
import type { Db, Runner } from '@/db/database'
import { callOffRelease, holdDueRelease, refusePlanned } from '@/db/queries/planned_releases'
import { leaveCause } from '../changes/leaveCause'
import { forgetLiveForm } from './live'
import { findFaults, makeLive } from './releaseForm'

/**
 * Makes the release that was planned of a form, if its moment has come and it was not called off. It is examined once
 * more: what it leans on may be gone by now. Where it has faults, nothing is released, and why is kept.
 */
export async function releasePlanned(db: Db, formId: string): Promise<void> {
  await db.transaction().execute((tx) => releaseDue(tx, formId))
  forgetLiveForm(formId)
}

async function releaseDue(tx: Runner, formId: string): Promise<void> {
  const planned = await holdDueRelease(tx, formId)
  if (!planned) return
  const definition = readForm(planned.definition)
  const faults = (await findFaults(tx, planned.workspaceId, definition)).map(({ text }) => text)
  const why = planned.state === 'deleted' ? ['The form was deleted.'] : faults
  if (why.length > 0) {
    await refusePlanned(tx, formId, why)
    return
  }
  const { number } = await makeLive(tx, planned, definition, planned.plannedBy, null)
  await callOffRelease(tx, formId)
  const about = `${planned.name}, release ${number}, as planned`
  await leaveCause(tx, planned.workspaceId, planned.doer, 'releaseForm', about)
}
