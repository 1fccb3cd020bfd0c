import type { DeedName } from '@/core/changes/deeds'
import { type ChangeSet, NO_CHANGES, type SlotChange } from '@/core/changes/change_set'
import type { Held } from '@/core/changes/ledger'
import { slotOfList, slotOfPending } from '@/core/changes/slot'
import type { Sender } from '@/core/dispatch/messages'
import type { Db } from '@/db/database'
import { type Asked, findAsked, listPending, type Pending } from '@/db/queries/confirming'
import { readResources } from '@/db/queries/workspace'
import { changeWith } from '../people/changeRecord'

/** What a mail asks, as whoever has it reads it. */
export interface Asking extends Asked {
  from: Sender
}

/** What one of our mails asks to confirm; `null` once it was answered, and after its time. */
export async function findAsking(db: Db, ask: string): Promise<Asking | null> {
  const asked = await findAsked(db, ask)
  return asked && { ...asked, from: (await readResources(db, asked.workspace)).workspace }
}

/** Puts whoever has the mail on the lists that it asks about. It works once: nothing is asked any more then. */
export const confirmLists = (db: Db, asking: Asking, happened: Date | null = null): Promise<unknown> =>
  answer(db, asking, 'confirmLists', happened, (record, { lists, address, ask }) =>
    lists
      .filter(({ name }) => !record.lists.includes(name))
      .map(({ name, wording }) => ({
        record: record.id,
        slot: slotOfList(name),
        from: null,
        to: wording,
        because: 'Confirmed by mail',
        consent: { address, proven: 'mail', asked: ask },
      })),
  )

/** Asks no more, since whoever has the mail says that they did not want to join. */
export const refuseLists = (db: Db, asking: Asking): Promise<unknown> =>
  answer(db, asking, 'refuseLists', null, () => [])

/** Does what an answer says, as it stands in its turn; whatever else asks about the same lists is answered by it, too. */
const answer = (
  db: Db,
  { workspace, contact, ask }: Asking,
  deed: DeedName,
  happened: Date | null,
  changesOf: (record: Held, asked: Asked) => SlotChange[],
) =>
  changeWith(
    db,
    workspace,
    contact,
    { sort: 'visitor', deed },
    async (record, tx): Promise<ChangeSet> => {
      const asked = await findAsked(tx, ask)
      if (!asked) return NO_CHANGES
      const names = asked.lists.map(({ name }) => name)
      const open = (await listPending(tx, workspace, contact)).filter(({ list }) => names.includes(list))
      const because = deed === 'confirmLists' ? 'Confirmed by mail' : 'Said by mail that they did not ask'
      return {
        ...NO_CHANGES,
        changes: [...changesOf(record, asked), ...open.map((one) => asksNoMore(contact, one, because))],
      }
    },
    happened,
  )

/** What is asked of a contact, and is no more. */
export const asksNoMore = (
  contact: string,
  { ask, list, wording }: Pick<Pending, 'ask' | 'list' | 'wording'>,
  because: string,
): SlotChange => ({ record: contact, slot: slotOfPending({ ask, list }), from: wording, to: null, because })
