import type { DeedName } from '@/core/changes/deeds'
import { confirmLists as planConfirming, refuseLists as planRefusing } from '@/core/changes/asked_lists'
import { type ChangeSet, NO_CHANGES } from '@/core/changes/change_set'
import type { Held } from '@/core/changes/ledger'
import type { Db } from '@/db/database'
import { type Asked, findAsked, listPending, type Pending } from '@/db/queries/confirming'
import { changeWith } from '../people/changeRecord'

/** Puts whoever has the mail on the lists that it asks about. It works once: nothing is asked any more then. */
export const confirmLists = (db: Db, asked: Asked, happened: Date | null = null): Promise<unknown> =>
  answer(db, asked, 'confirmLists', happened, (record, { lists, address, ask }, pending) =>
    planConfirming(record, lists, { address, proven: 'mail', asked: ask }, pending),
  )

/** Asks no more, since whoever has the mail says that they did not want to join. */
export const refuseLists = (db: Db, asked: Asked): Promise<unknown> =>
  answer(db, asked, 'refuseLists', null, (record, { lists }, pending) => planRefusing(record.id, lists, pending))

/** Does what an answer says, as it stands in its turn: nothing where it was answered meanwhile. */
const answer = (
  db: Db,
  { workspace, contact, ask }: Asked,
  deed: DeedName,
  happened: Date | null,
  plan: (record: Held, asked: Asked, pending: readonly Pending[]) => ChangeSet,
) =>
  changeWith(
    db,
    workspace,
    contact,
    { sort: 'visitor', deed },
    async (record, tx) => {
      const asked = await findAsked(tx, ask)
      return asked ? plan(record, asked, await listPending(tx, workspace, [contact])) : NO_CHANGES
    },
    happened,
  )
