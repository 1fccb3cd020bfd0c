import { randomUUID } from 'node:crypto'
import { Ledger } from '@/core/changes/ledger'
import { settleProposals } from '@/core/changes/settle_proposals'
import { findField, showStored } from '@/core/fields/field'
import { titleOf } from '@/core/records/record'
import type { Db } from '@/db/database'
import { listProposedBy } from '@/db/queries/proposals'
import { holdRecords } from '@/db/queries/records'
import { readResources } from '@/db/queries/workspace'
import { followContacts } from '../changes/followContacts'
import { inTurn } from '../changes/inTurn'
import { writeChanges } from '../changes/writeChanges'
import { findUnfitField } from '../people/fields'

/** For how many days after it was sent somebody may say that it was them. */
const DAYS = 30

/** What a submission proposes, as whoever has its mail reads it. */
export interface Mine {
  workspace: string
  workspaceName: string
  submission: string
  written: { label: string; words: string }[]
}

/** What a submission proposes still, to be said to be one’s own; `null` for nothing, and after its time. */
export async function findMine(db: Db, submission: string): Promise<Mine | null> {
  const open = await listProposedBy(db, submission, DAYS)
  const [first] = open
  if (!first) return null
  const { fields, workspace } = await readResources(db, first.workspace)
  return {
    workspace: first.workspace,
    workspaceName: workspace.name,
    submission,
    written: open.map(({ type, field, value }) => {
      const known = findField(fields, type, field)
      return { label: known?.label ?? field, words: showStored(known, value) }
    }),
  }
}

/**
 * Takes what a submission proposes, once whoever has its mail says that they wrote it, or leaves it where they say that
 * they did not. What a field takes no more stays proposed, for a colleague to look at.
 */
export async function settleMine(db: Db, { workspace, submission }: Mine, isTheirs: boolean): Promise<void> {
  const { fields } = await readResources(db, workspace)
  await inTurn(db, workspace, async (tx, at) => {
    const open = await listProposedBy(tx, submission, DAYS)
    const records = await holdRecords(
      tx,
      workspace,
      open.map(({ record }) => record),
    )
    const settled = open.filter(
      ({ type, field, value }) => !isTheirs || findUnfitField(type, { [field]: value }, fields) === null,
    )
    if (settled.length === 0) return
    const ledger = new Ledger(records, randomUUID)
    const caused = {
      id: randomUUID(),
      workspaceId: workspace,
      cause: { sort: 'visitor' as const, deed: isTheirs ? ('sayMine' as const) : ('sayNotMine' as const) },
      about: titleOf(ledger.get(settled[0]?.record ?? '')),
      at,
    }
    const because = isTheirs ? 'Confirmed by mail' : 'Said by mail not to be theirs'
    const stored = (record: string, field: string) => ledger.get(record).values[field] ?? null
    ledger.do(
      caused,
      settleProposals({ taken: isTheirs ? settled : [], settled }, stored, () => because),
    )
    await writeChanges(tx, workspace, ledger.written(), await followContacts(tx, workspace, ledger, caused))
  })
}
