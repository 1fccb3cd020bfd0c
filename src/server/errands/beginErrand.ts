import { randomUUID } from 'node:crypto'
import type { Answer } from '@/core/answers/answer'
import { isBlank } from '@/core/answers/answer'
import type { Doer } from '@/core/changes/cause'
import { canDo, type Errand } from '@/core/changes/errand'
import { causesAlone } from '@/core/changes/ledger'
import { findField, RECORD_WORDS, type RecordType, showStored } from '@/core/fields/field'
import { identityOf } from '@/core/records/record'
import type { Db } from '@/db/database'
import { readClock } from '@/db/queries/clock'
import { addErrand, type Chosen, queueErrand } from '@/db/queries/errands'
import { readResources, type WorkspaceResources } from '@/db/queries/workspace'
import { keepDoer } from '../changes/storedDoer'
import { writeChanges } from '../changes/writeChanges'
import { type Done, done, notDone } from '../done'
import { findUnfitField } from '../people/fields'
import { goOn } from './step_errand'

/** An errand as it is asked for: its owner by id. */
export type AskedErrand = Exclude<Errand, { does: 'owner' }> | { does: 'owner'; owner: string | null }

/** Parts that are made at once, while whoever asked waits; what is more goes on by itself. */
const AT_ONCE = 2

/**
 * Does one thing to many records. Few are done to at once, more go on by themselves; `expected` is how many whoever
 * asks believes they are, where that matters.
 */
export async function beginErrand(
  db: Db,
  workspaceId: string,
  { chosen, errand: asked, expected }: { chosen: Chosen; errand: AskedErrand; expected?: number | undefined },
  by: Doer,
): Promise<Done<{ id: string; of: number }>> {
  const resources = await readResources(db, workspaceId)
  const settled = settleErrand(asked, chosen.type, resources)
  if (!settled.ok) return settled
  const id = randomUUID()
  const begun = await db
    .transaction()
    .execute(async (tx): Promise<Done<number>> => {
      const about = { id, workspace_id: workspaceId, ...keepDoer(by) }
      const of = await addErrand(tx, { ...about, errand: settled.value }, chosen)
      if (expected !== undefined && of !== expected) throw new Unexpected(of)
      const words = `${of} ${of === 1 ? 'record' : 'records'}: ${tellErrand(settled.value, chosen.type, resources)}`
      const cause = { sort: 'deed' as const, by, deed: 'doToMany' as const }
      const at = await readClock(tx)
      await writeChanges(tx, workspaceId, causesAlone([{ id, workspaceId, cause, about: words.slice(0, 300), at }]))
      await queueErrand(tx, id)
      return done(of)
    })
    .catch((error: unknown) => {
      if (error instanceof Unexpected) return notDone(409, `They are ${error.of} by now. Look again.`)
      throw error
    })
  if (!begun.ok) return begun
  for (let part = 0; part < AT_ONCE && (await goOn(db, id)); part++);
  return done({ id, of: begun.value })
}

/** Those who are meant are others than were seen. */
class Unexpected extends Error {
  constructor(readonly of: number) {
    super('Not as many as expected')
  }
}

/** An errand complete enough to be done without looking anything up, or why it cannot be. */
function settleErrand(
  asked: AskedErrand,
  type: RecordType,
  { fields, lists, members }: WorkspaceResources,
): Done<Errand> {
  if (asked.does === 'owner') {
    const owner = members.find(({ id }) => id === asked.owner) ?? null
    if (asked.owner !== null && !owner) return notDone(422, 'That is no member who may see people.')
    return done({ does: 'owner', owner })
  }
  if (!canDo(asked, type)) return notDone(422, 'That is done to people only.')
  if (asked.does === 'field') {
    if (asked.field === identityOf(type)) return notDone(422, 'What each is known by is its own.')
    const unfit = findUnfitField(type, { [asked.field]: asked.value }, fields)
    if (unfit !== null) return notDone(422, unfit)
    return done({ ...asked, value: isBlank(asked.value) ? null : asked.value })
  }
  if ((asked.does === 'join' || asked.does === 'leave') && !lists.some(({ name }) => name === asked.list))
    return notDone(422, 'There is no such list.')
  return done(asked)
}

/** What an errand does, in words: “Region is North”. */
function tellErrand(errand: Errand, type: RecordType, { fields, lists }: WorkspaceResources): string {
  const titleOf = (name: string) => lists.find((list) => list.name === name)?.title ?? name
  const shown = (field: string, value: Answer) => showStored(findField(fields, type, field), value)
  switch (errand.does) {
    case 'field':
      return `${findField(fields, type, errand.field)?.label ?? errand.field} is ${shown(errand.field, errand.value) || 'blank'}`
    case 'owner':
      return errand.owner ? `owned by ${errand.owner.name}` : 'owned by nobody'
    case 'note':
      return 'noted'
    case 'join':
      return `on the list ${titleOf(errand.list)}`
    case 'leave':
      return `off the list ${titleOf(errand.list)}`
    case 'erase':
      return `${RECORD_WORDS[type].toLowerCase()}s erased for good`
  }
}
