import { waitsForLanding } from '@/core/fill/fill'
import { personOf, type Plan, planSubmission } from '@/core/plan/plan'
import { type Settled, settleLanded } from '@/core/plan/settle_landed'
import type { Snapshot } from '@/core/plan/snapshot'
import type { Db, Runner } from '@/db/database'
import { readRelease } from '@/db/queries/forms'
import {
  markFailed,
  postponeSubmission,
  readWaiting,
  type ReceivedSubmission,
  workspacesWaiting,
} from '@/db/queries/submissions'
import { advanceTurns, readOwner, readResources } from '@/db/queries/workspace'
import { inTurn } from '../changes/inTurn'
import { isDatabaseAway, isTemporary, reasonOf } from '../failures'
import { ownHostsOf } from '../hosts/base'
import { readReleased } from '../forms/live'
import { log, traced } from '../log'
import type { ApplySettings } from './applySettings'
import { Batch, meetRecords, type ReleasedForm } from './batch'
import { type Landing, readLanding } from './landing'

/**
 * Plans and applies what a workspace has received, in the order it arrived, until nothing is left that is
 * due: these submissions, and others that wait beside them, whose own jobs then find them done. Each batch is
 * one transaction: killed anywhere, it has done nothing, and run again it does each once.
 *
 * One submission that cannot be applied never holds up another: it is marked failed with its reason, or,
 * where the reason will pass, tried again later. Returns how many were settled.
 */
export async function applySubmissions(db: Db, ids: readonly string[], settings: ApplySettings): Promise<number> {
  let settled = 0
  for (const workspaceId of await workspacesWaiting(db, ids)) settled += await applyWaiting(db, workspaceId, settings)
  return settled
}

/** The same for all of a workspace. */
export async function applyWaiting(db: Db, workspaceId: string, settings: ApplySettings): Promise<number> {
  for (let settled = 0; ;) {
    const batch = await applyBatch(db, workspaceId, settings)
    settled += batch
    if (batch < settings.together) return settled
  }
}

async function applyBatch(db: Db, workspaceId: string, settings: ApplySettings): Promise<number> {
  let inHand: string[] = []
  try {
    return await inTurn(db, workspaceId, async (tx, now) => {
      const submissions = await readWaiting(tx, workspaceId, settings.together)
      inHand = submissions.map(({ id }) => id)
      await applyTogether(tx, workspaceId, submissions, settings, now)
      return submissions.length
    })
  } catch (error) {
    if (isDatabaseAway(error) || inHand.length === 0) throw error
    log.warn({ error, submissions: inHand.length }, 'A batch cannot be applied; each is tried alone')
    for (const id of inHand) await traced({ submission: id }, () => applyAlone(db, workspaceId, id, settings))
    return inHand.length
  }
}

async function applyAlone(db: Db, workspaceId: string, id: string, settings: ApplySettings): Promise<void> {
  try {
    await inTurn(db, workspaceId, async (tx, now) =>
      applyTogether(tx, workspaceId, await readWaiting(tx, workspaceId, 1, [id]), settings, now),
    )
  } catch (error) {
    if (isDatabaseAway(error)) throw error
    const temporary = isTemporary(error)
    log.error({ error, temporary }, 'A submission cannot be applied')
    if (temporary) await postponeSubmission(db, id, reasonOf(error))
    else await markFailed(db, [{ id, error: reasonOf(error) }])
  }
}

async function applyTogether(
  tx: Runner,
  workspaceId: string,
  submissions: ReceivedSubmission[],
  settings: ApplySettings,
  now: Date,
): Promise<void> {
  if (submissions.length === 0) return
  const failed: { id: string; error: string }[] = []
  const forms = await readForms(tx, submissions)
  const { desks, ...resources } = await readResources(tx, workspaceId)
  const turns = new Map<string, number>()
  const met = await meetRecords(tx, workspaceId, submissions, forms, settings)
  const work = new Batch(workspaceId, settings, now, met, ownHostsOf(settings.url, resources.workspace.hosts))
  const landing = await readLanding(tx, workspaceId, submissions, forms)
  for (const sent of submissions) {
    const released = forms.get(sent.release_id) ?? new Error('Its release does not exist')
    const made = makePlan(sent, released, landing, {
      ...resources,
      desks: desks.map((desk) => ({ ...desk, turn: (desk.turn ?? 0) + (turns.get(desk.name) ?? 0) })),
      records: met.ledger.known(),
    })
    if (made instanceof Error || released instanceof Error) {
      log.error({ error: made, submission: sent.id }, 'A submission cannot be planned')
      failed.push({ id: sent.id, error: reasonOf(made) })
    } else {
      const { plan, settled } = made
      const contact = work.take(settled ? landing.settle(sent, settled) : sent, released, plan)
      if (settled && contact !== null) landing.give(contact, settled.tookCode)
      // A colleague who tries the form takes nobody’s turn.
      if (plan.turn !== undefined && !sent.is_test) turns.set(plan.turn, (turns.get(plan.turn) ?? 0) + 1)
    }
  }
  await work.write(tx)
  await landing.write(tx, workspaceId)
  await advanceTurns(tx, workspaceId, turns)
  await markFailed(tx, failed)
}

interface Made {
  plan: Plan
  /** Its values where landing has settled some of them. */
  settled: Settled | null
}

/** The plan of a submission, or why none can be made: that is its own trouble and nobody else's. */
function makePlan(
  submission: ReceivedSubmission,
  released: ReleasedForm | Error,
  landing: Landing,
  around: Omit<Snapshot, 'owner'>,
): Made | Error {
  if (released instanceof Error) return released
  try {
    const { link_holder: linkHolder, browsers, remembered, id, form_id, locale, is_test: test } = submission
    const facts = { linkHolder, remembered, browsers, submission: id, form: form_id, locale, test }
    const snapshot = { ...around, owner: released.owner }
    const { form } = released
    const settled = waitsForLanding(form)
      ? settleLanded(
          form,
          submission,
          snapshot,
          landing.givenTo(submission, personOf(form, submission.values, facts, snapshot), snapshot.records),
        )
      : null
    const { values, origins } = settled ?? submission
    return { plan: planSubmission(form, values, origins, facts, snapshot), settled }
  } catch (error) {
    return error instanceof Error ? error : new Error(String(error))
  }
}

/** The releases these submissions were sent to, or why one cannot be read. */
async function readForms(tx: Runner, submissions: ReceivedSubmission[]): Promise<Map<string, ReleasedForm | Error>> {
  const forms = new Map<string, ReleasedForm | Error>()
  for (const { release_id, workspace_id } of submissions) {
    if (forms.has(release_id)) continue
    const { number, ownerId, definition, slug, name } = await readRelease(tx, release_id)
    const owner = await readOwner(tx, workspace_id, ownerId)
    const form = readReleased(release_id, definition)
    forms.set(release_id, form instanceof Error ? form : { form, number, owner, slug, name })
  }
  return forms
}
