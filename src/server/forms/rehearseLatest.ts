import { readStored } from '@/core/form/stored'
import type { Db } from '@/db/database'
import type { StoredForm } from '@/db/queries/forms'
import { planDraft } from './planDraft'

/** What a draft would do with the form's latest arrival, in a few words; `null` when nothing has arrived. */
export async function rehearseLatest(
  db: Db,
  stored: Pick<StoredForm, 'id' | 'workspaceId' | 'ownerId' | 'slug' | 'liveNumber' | 'draft'>,
): Promise<string | null> {
  const latest = await db
    .selectFrom('submission')
    .select(['values', 'link', 'link_holder', 'received_at'])
    .where('form_id', '=', stored.id)
    .orderBy('received_at', 'desc')
    .orderBy('id', 'desc')
    .limit(1)
    .executeTakeFirst()
  if (!latest) return null
  const { values, link, link_holder: contact, received_at: at } = latest
  const input = { values, link, contact, carried: values, at }
  const { plan, errors } = await planDraft(db, readStored(stored.draft), stored, input)
  const first = errors[0]
  return first
    ? `last arrival: ${first.name} would be refused`
    : `last arrival → ${plan.routed.map(({ desk }) => desk.title).join(', ')}`
}
