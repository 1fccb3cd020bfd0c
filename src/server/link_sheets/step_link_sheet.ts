import { randomUUID } from 'node:crypto'
import type { Caused } from '@/core/changes/cause'
import { Ledger } from '@/core/changes/ledger'
import { isKnownBy } from '@/core/records/record'
import type { Db, Runner } from '@/db/database'
import { lockNames } from '@/db/queries/clock'
import {
  addLinks,
  type HeldSheet,
  holdSheet,
  moveSheet,
  nameUnknown,
  queueSheet,
  readUnknown,
  takeUnlinked,
  withdrawNext,
} from '@/db/queries/link_sheets'
import { NOTHING_WANTED } from '@/core/records/wanted'
import { readRecords } from '@/db/queries/records'
import { storedDoer } from '../changes/storedDoer'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { isTemporary, reasonOf } from '../failures'
import { log } from '../log'
import { entering } from '../people/addContact'
import { ensureCodes } from '../people/referral_codes'
import { hashSecret } from '../visits/visitor'
import { forAMoment } from '../worker/forAMoment'
import type { GiveWay } from '../worker/giveWay'
import { codeAt, openSeed } from './codes'

/** Links that are made or withdrawn at once, and contacts: these are looked up, and let what visitors send wait only moments. */
const LINKS = 2000
const CONTACTS = 200

/**
 * Goes on with a link sheet, some links at a time. Each part is one transaction with how far it is, so that a process
 * that is killed loses nothing and doubles nothing.
 */
export const stepLinkSheet = (db: Db, keys: readonly string[], id: string, way: GiveWay): Promise<void> =>
  forAMoment(
    way,
    () => goOn(db, keys, id),
    () => queueSheet(db, id),
  )

/** Makes the next part of a sheet; `false` once there is no more to do. */
export async function goOn(db: Db, keys: readonly string[], id: string): Promise<boolean> {
  try {
    return (await addUnknown(db, id)) || (await db.transaction().execute((tx) => doNext(tx, keys, id)))
  } catch (error) {
    // What will pass is tried again by the queue.
    if (isTemporary(error)) throw error
    log.error({ error, sheet: id }, 'A link sheet cannot go on')
    await moveSheet(db, id, { state: 'stopped', error: `It cannot go on: ${reasonOf(error)}` })
    return false
  }
}

/** Makes contacts of the next addresses that nobody has, where that is wished; `false` where there are none. */
async function addUnknown(db: Db, id: string): Promise<boolean> {
  const asked = await db
    .selectFrom('link_sheet')
    .select(['adds', 'state', 'workspace_id'])
    .where('id', '=', id)
    .executeTakeFirst()
  if (!asked?.adds || asked.state !== 'making') return false
  return inTurn(db, asked.workspace_id, async (tx, at) => {
    const held = await holdSheet(tx, id)
    if (held?.state !== 'making') return false
    const rows = await readUnknown(tx, id, CONTACTS)
    if (rows.length === 0) return false
    const added = await enterAll(tx, held, rows, at)
    await moveSheet(tx, id, { added: held.added + added })
    return true
  })
}

/** Enters everybody whom nobody entered meanwhile, and names them in the sheet; gives how many were entered. */
async function enterAll(tx: Runner, held: HeldSheet, rows: readonly { n: number; email: string }[], at: Date) {
  const { id, workspace_id: workspaceId, title } = held
  const emails = rows.map(({ email }) => email)
  await lockNames(
    tx,
    emails.map((email) => `${workspaceId} ${email}`),
  )
  const wanted = { ...NOTHING_WANTED, emails }
  const records = await readRecords(tx, workspaceId, wanted, true)
  const ledger = new Ledger(records, randomUUID)
  const caused: Caused = {
    id,
    workspaceId,
    cause: { sort: 'deed', by: storedDoer(held), deed: 'makeSheet' },
    about: title,
    at,
  }
  const because = `Entered for the link sheet ${title}`
  const named = rows.map(({ n, email }) => {
    const there = records.find((one) => one.type === 'contact' && isKnownBy(one, email))
    if (there) return { n, contact: there.id, isNew: false }
    const find = ledger.do(caused, entering({ values: { email }, company: null, because }, []))
    return { n, contact: find('contact').id, isNew: true }
  })
  // The cause was kept as it began.
  await writeChanges(tx, workspaceId, { ...ledger.written(), causes: [] })
  await nameUnknown(tx, id, named)
  return named.filter(({ isNew }) => isNew).length
}

/** Makes the next links of a sheet, or withdraws the next; `false` where there are none. */
async function doNext(tx: Runner, keys: readonly string[], id: string): Promise<boolean> {
  const held = await holdSheet(tx, id)
  if (held?.state === 'withdrawn') return withdrawNext(tx, id, LINKS)
  if (held?.state !== 'making' || held.seed === null) return false
  const seed = openSeed(id, held.seed, keys)
  if (seed === null) throw new Error('No key of this installation opens what its codes are drawn from.')
  const rows = await takeUnlinked(tx, id, LINKS)
  if (rows.length === 0) {
    await moveSheet(tx, id, { state: 'made' })
    return false
  }
  await ensureCodes(
    tx,
    held.workspace_id,
    rows.map(({ contact }) => contact),
  )
  const links = rows.map(({ n, contact }) => ({ n, contact, hash: hashSecret(codeAt(seed, n)) }))
  await moveSheet(tx, id, { linked: held.linked + (await addLinks(tx, held, links)) })
  return true
}
