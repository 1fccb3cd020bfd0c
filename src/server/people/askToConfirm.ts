import { randomUUID } from 'node:crypto'
import { askAnew } from '@/core/changes/asked_lists'
import type { Caused, Doer } from '@/core/changes/cause'
import { Ledger } from '@/core/changes/ledger'
import { askToConfirm as writeMail } from '@/core/dispatch/ask_to_confirm'
import { mailBodyOf } from '@/core/dispatch/targets/mail'
import { mailboxOf } from '@/core/dispatch/mailbox'
import { speakIn } from '@/core/language/languages'
import { titleOf } from '@/core/records/record'
import type { Db, Runner } from '@/db/database'
import { listPending, listUnanswered, type Pending } from '@/db/queries/confirming'
import type { NewDelivery } from '@/db/queries/deliveries'
import { holdRecords } from '@/db/queries/records'
import { readResources, type WorkspaceResources } from '@/db/queries/workspace'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { type Done, done, notDone } from '../done'

/** Most that are asked at once. */
const MOST = 1000

/** Nobody is asked again sooner, in milliseconds. */
const SOONEST = 60_000

/** Asks a contact once more to confirm that they join a list: the mail of before works no more. Gives the cause. */
export const askToConfirm = (
  db: Db,
  workspaceId: string,
  { contact, list }: { contact: string; list: string },
  by: Doer,
): Promise<Done<string | null>> =>
  inTurn(db, workspaceId, async (tx, at) => {
    const pending = await listPending(tx, workspaceId, [contact])
    const latest = pending.find((one) => one.list === list)
    if (!latest) return notDone(404, 'They are not asked to confirm that list.')
    if (at.getTime() - latest.askedAt.getTime() < SOONEST) return notDone(409, 'They were asked a moment ago.')
    return done(await askAgain(tx, workspaceId, pending, list, by, at))
  })

/** The same with everybody who has not answered for a day, up to a thousand of them. */
export const askManyToConfirm = (
  db: Db,
  workspaceId: string,
  list: string,
  by: Doer,
): Promise<Done<{ asked: number }>> =>
  inTurn(db, workspaceId, async (tx, at) => {
    const { lists } = await readResources(tx, workspaceId)
    if (!lists.some(({ name }) => name === list)) return notDone(404, 'There is no such list.')
    const contacts = await listUnanswered(tx, workspaceId, list, MOST)
    if (contacts.length > 0) await askAgain(tx, workspaceId, await listPending(tx, workspaceId, contacts), list, by, at)
    return done({ asked: contacts.length })
  })

/** Asks whoever is asked about a list among what is `pending`, once more. */
async function askAgain(
  tx: Runner,
  workspaceId: string,
  pending: readonly Pending[],
  list: string,
  by: Doer,
  at: Date,
): Promise<string> {
  const open = pending.filter((one) => one.list === list)
  const [resources, records] = await Promise.all([
    readResources(tx, workspaceId),
    holdRecords(tx, workspaceId, [...new Set(open.map(({ contact }) => contact))]),
  ])
  const ledger = new Ledger(records, randomUUID)
  const cause = randomUUID()
  const [first] = records
  const about = first && records.length === 1 ? titleOf(first) : `${records.length} people`
  const caused: Caused = { id: cause, workspaceId, cause: { sort: 'deed', by, deed: 'askToConfirm' }, about, at }
  const because = `Asked once more by ${by.name}`
  const deliveries = records.flatMap(({ id }): NewDelivery[] => {
    const [latest, ...before] = open.filter(({ contact }) => contact === id)
    if (!latest) return []
    const ask = randomUUID()
    ledger.do(caused, askAnew(id, [latest, ...before], ask, because))
    return [mailOf(resources, workspaceId, { cause, ask, pending: latest, because, at })]
  })
  await writeChanges(tx, workspaceId, ledger.written(), deliveries)
  return cause
}

interface Asking {
  cause: string
  ask: string
  pending: Pending
  because: string
  at: Date
}

/** The mail that asks, in the language in which they agreed. */
function mailOf(
  { lists, workspace, connections }: WorkspaceResources,
  workspaceId: string,
  { cause, ask, pending, because, at }: Asking,
): NewDelivery {
  const { contact, list, address, locale } = pending
  const asked = lists.filter(({ name }) => name === list)
  const mail = writeMail({ lists: asked, email: address, from: workspace, speech: speakIn(locale) }, because)
  return {
    id: randomUUID(),
    workspace_id: workspaceId,
    cause_id: cause,
    key: `mail:confirm:${contact}`,
    connection: connections.find(({ target, retired }) => target === 'mail' && !retired)?.name ?? null,
    body: { ...mailBodyOf(mail, at), join: { ask, words: mail.join ?? '' } },
    because,
    created_at: at.toISOString(),
    form_id: null,
    visitor: mailboxOf(address),
  }
}
