import type { Answers } from '@/core/answers/answer'
import type { Db } from '@/db/database'
import { addChanges, insertContact } from '@/db/queries/contacts'
import { readResources } from '@/db/queries/workspace'

export type Added = { ok: true; id: string } | { ok: false; status: 409 | 422; message: string }

/** Makes a contact from fields the workspace knows, with a line of lineage for each. */
export async function addContact(
  db: Db,
  workspaceId: string,
  values: Answers & { email: string },
  because: string,
  now: Date,
): Promise<Added> {
  const { fields } = await readResources(db, workspaceId)
  const unknown = Object.keys(values).find((name) => !fields.some((field) => field.name === name))
  if (unknown) return { ok: false, status: 422, message: `There is no contact field “${unknown}”.` }
  return db.transaction().execute(async (tx): Promise<Added> => {
    const id = await insertContact(tx, workspaceId, values, now)
    if (!id) return { ok: false, status: 409, message: `A contact with the address ${values.email} exists.` }
    await addChanges(
      tx,
      Object.entries(values).map(([field, to]) => ({
        workspaceId,
        contactId: id,
        field,
        from: null,
        to,
        submissionId: null,
        because,
        at: now,
      })),
    )
    return { ok: true, id }
  })
}
