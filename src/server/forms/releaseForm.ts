import { tellDifferences } from '@/core/form/differences'
import type { Form } from '@/core/form/definition'
import type { Finding } from '@/core/examine/finding'
import { readForm, readStored } from '@/core/form/stored'
import type { Db, Runner } from '@/db/database'
import type { StoredForm } from '@/db/queries/forms'
import { waitAgain } from '@/db/queries/inlets'
import { insertRelease } from '@/db/queries/releases'
import { examineDraft } from './examineDraft'
import { forgetLiveForm } from './live'

export type Released = { ok: true; number: number; changes: string[] } | { ok: false; faults: Finding[] }

/** Makes the draft live as the next numbered release, `at` `null` for now. A draft with faults is not released. */
export const releaseForm = (db: Db, form: StoredForm, userId: string | null, at: Date | null): Promise<Released> =>
  releaseAs(db, form, readForm(form.draft), userId, at)

/** The same with any definition of a form, such as one that was released before. */
export async function releaseAs(
  db: Db,
  form: Pick<StoredForm, 'id' | 'workspaceId'>,
  definition: Form,
  userId: string | null,
  at: Date | null,
): Promise<Released> {
  const faults = await findFaults(db, form.workspaceId, definition)
  if (faults.length > 0) return { ok: false, faults }
  const made = await db.transaction().execute((tx) => makeLive(tx, form, definition, userId, at))
  forgetLiveForm(form.id)
  return { ok: true, ...made }
}

/** What stands in the way of a definition. */
export const findFaults = async (db: Runner, workspaceId: string, definition: Form): Promise<Finding[]> =>
  (await examineDraft(db, workspaceId, definition)).filter(({ severity }) => severity === 'fault')

/** Makes a definition, which has no faults, live as the next numbered release. */
export async function makeLive(
  tx: Runner,
  form: Pick<StoredForm, 'id' | 'workspaceId'>,
  definition: Form,
  userId: string | null,
  at: Date | null,
): Promise<{ number: number; changes: string[] }> {
  // Two releases at once must not share a number.
  await tx.selectFrom('form').select('id').where('id', '=', form.id).forUpdate().execute()
  const last = await tx
    .selectFrom('release')
    .select(['number', 'definition'])
    .where('form_id', '=', form.id)
    .orderBy('number', 'desc')
    .limit(1)
    .executeTakeFirst()
  const changes = tellDifferences(last ? readStored(last.definition) : null, definition)
  const number = (last?.number ?? 0) + 1
  await insertRelease(tx, form, number, definition, changes, userId, at)
  // What came to an inlet and did not fit may fit now.
  await waitAgain(tx, form.id)
  return { number, changes }
}
