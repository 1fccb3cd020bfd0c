import { randomUUID } from 'node:crypto'
import type { Doer } from '@/core/changes/cause'
import { causesAlone } from '@/core/changes/ledger'
import { USUAL_PATTERN } from '@/core/fill/link_pattern'
import { USUAL_COLUMNS } from '@/core/fill/sheet_columns'
import { readClock } from '@/db/queries/clock'
import { addSheet, type ForWhom, queueSheet } from '@/db/queries/link_sheets'
import { keepDoer } from '../changes/storedDoer'
import { writeChanges } from '../changes/writeChanges'
import type { Context } from '../context'
import { sealSeed } from './codes'
import { goOn } from './step_link_sheet'

/** A sheet as it is asked for. */
export interface AskedSheet {
  title: string
  form: { id: string }
  whom: ForWhom
  /** Whose links they are, in words. */
  chosen: string
  /** Whether addresses that nobody has are made into contacts. */
  adds: boolean
  /** For how many days its links work. */
  days: number
  /** When; left out, now. */
  at?: Date
}

/** Steps that are made at once, while whoever asked waits; what is more goes on by itself. */
const AT_ONCE = 1

/** Makes personal links to a form for many people. Few are made at once, more go on by themselves. */
export async function makeSheet(
  { db, config }: Pick<Context, 'db' | 'config'>,
  workspaceId: string,
  { title, form, whom, chosen, adds, days, at }: AskedSheet,
  by: Doer,
): Promise<{ id: string; of: number; unknown: number }> {
  const id = randomUUID()
  const counted = await db.transaction().execute(async (tx) => {
    const now = at ?? (await readClock(tx))
    const about = {
      id,
      workspace_id: workspaceId,
      form_id: form.id,
      title,
      chosen,
      adds,
      days,
      ...keepDoer(by),
      created_at: now,
    }
    const written = { columns: [...USUAL_COLUMNS], pattern: USUAL_PATTERN }
    const told = await addSheet(tx, { ...about, ...written, seed: sealSeed(id, config.LICHEN_KEYS) }, whom)
    const cause = { sort: 'deed' as const, by, deed: 'makeSheet' as const }
    await writeChanges(tx, workspaceId, causesAlone([{ id, workspaceId, cause, about: title, at: now }]))
    await queueSheet(tx, id)
    return told
  })
  for (let step = 0; step < AT_ONCE && (await goOn(db, config.LICHEN_KEYS, id)); step++);
  return { id, of: counted.known + (adds ? counted.unknown : 0), unknown: counted.unknown }
}
