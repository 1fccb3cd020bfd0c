import { randomUUID } from 'node:crypto'
import { type Answers, sameAnswer } from '@/core/answers/answer'
import { ANY_EMAIL, rules as email } from '@/core/kinds/email'
import type { Caused, Doer } from '@/core/changes/cause'
import type { DeedName } from '@/core/changes/deeds'
import { type ChangeSet, NO_CHANGES } from '@/core/changes/change_set'
import { type Held, Ledger } from '@/core/changes/ledger'
import type { RecordType } from '@/core/fields/field'
import { companyKey } from '@/core/records/company'
import { identityOf, titleOf } from '@/core/records/record'
import type { Db, Runner } from '@/db/database'
import { findKnownBy } from '@/db/queries/merging'
import { holdRecords } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { type Done, done, notDone, type NotDone } from '../done'
import { isTaken } from '../failures'
import { followContacts } from '../changes/followContacts'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { findUnfitField } from './fields'

type Decide = (record: Held, tx: Runner) => ChangeSet | NotDone | Promise<ChangeSet | NotDone>

/** Does something to one record as a member or a program; gives the cause, or `null` where all was so already. */
export const changeOne = (
  db: Db,
  workspaceId: string,
  id: string,
  { by, deed }: { by: Doer; deed: DeedName },
  decide: Decide,
): Promise<Done<string | null>> => changeWith(db, workspaceId, id, { sort: 'deed', by, deed }, decide)

/** The same for a cause of any sort, now or at the moment at which it `happened`. */
export async function changeWith(
  db: Db,
  workspaceId: string,
  id: string,
  because: Caused['cause'],
  decide: Decide,
  happened: Date | null = null,
): Promise<Done<string | null>> {
  try {
    return await inTurn(db, workspaceId, async (tx, now) => {
      const at = happened ?? now
      const [record] = await holdRecords(tx, workspaceId, [id])
      if (!record || record.goneBy !== null) return notDone(404, 'There is no such record.')
      const set = await decide(record, tx)
      if ('ok' in set) return set
      if (set.changes.length === 0) return done(null)
      const ledger = new Ledger([record], randomUUID)
      const cause = randomUUID()
      const about = titleOf(record)
      const caused = { id: cause, workspaceId, cause: because, about, at }
      ledger.do(caused, set)
      await writeChanges(tx, workspaceId, ledger.written(), await followContacts(tx, workspaceId, ledger, caused))
      return done(cause)
    })
  } catch (error) {
    if (isTaken(error)) return notDone(409, 'Another record is known by that already.')
    throw error
  }
}

/** Sets fields of a record as a member or a program says, each checked as a landing is; a blank empties one. */
export async function changeRecord(
  db: Db,
  workspaceId: string,
  id: string,
  given: Answers,
  by: Doer,
): Promise<Done<string | null>> {
  const { fields } = await readResources(db, workspaceId)
  return changeOne(db, workspaceId, id, { by, deed: 'changeRecord' }, async (record, tx) => {
    const values = tidyIdentity(record.type, given)
    if (values === null) return notDone(422, 'Give an email address.')
    const unfit = findUnfitField(record.type, values, fields)
    if (unfit !== null) return notDone(422, unfit)
    if (isNameless(record.type, values)) return notDone(422, `A ${record.type} must be called something.`)
    const other = await findNamesake(tx, workspaceId, record, values)
    if (other !== null) return notDone(409, 'Another record is known by that already.', { other })
    const because = by.sort === 'program' ? 'Entered through the API' : `Entered by ${by.name}`
    const changes = Object.entries(values)
      .map(([slot, to]) => ({ record: id, slot, from: record.values[slot] ?? null, to, because }))
      .filter(({ from, to }) => !sameAnswer(from, to))
    return { ...NO_CHANGES, changes }
  })
}

/** An address as addresses are kept; `null` where one is given that is none. */
function tidyIdentity(type: RecordType, values: Answers): Answers | null {
  if (type !== 'contact' || !Object.hasOwn(values, 'email')) return values
  const checked = email.check(values.email, ANY_EMAIL)
  return checked.ok && typeof checked.answer === 'string' ? { ...values, email: checked.answer } : null
}

/** Whether values would leave a record without what it is called by. */
function isNameless(type: RecordType, values: Answers): boolean {
  const name = identityOf(type)
  if (!Object.hasOwn(values, name)) return false
  const value = values[name]
  return typeof value !== 'string' || value.trim() === ''
}

/** Another contact or company that is known by what this one would be known by. */
async function findNamesake(tx: Runner, workspaceId: string, record: Held, values: Answers): Promise<string | null> {
  const { type, id } = record
  const name = values[identityOf(type)]
  if ((type !== 'contact' && type !== 'company') || typeof name !== 'string') return null
  const other = await findKnownBy(tx, workspaceId, type, type === 'company' ? companyKey(name) : name)
  return other === id ? null : other
}
