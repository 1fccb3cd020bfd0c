import { randomBytes } from 'node:crypto'
import { sql } from 'kysely'
import { SECRET_BYTES, secretFrom } from '@/core/fill/personal_link'
import type { Runner } from '@/db/database'
import { hashSecret } from '../visits/visitor'
import { ensureCodes } from './referral_codes'

/**
 * Makes a personal link to a form for a contact, who has a referral code from then on, `at` `null` for now, that works for so many days.
 * The secret is told once and stored hashed.
 */
export async function createPersonalLink(
  db: Runner,
  baseUrl: string,
  form: { id: string; slug: string; workspaceId: string },
  contactId: string,
  at: Date | null,
  days: number,
): Promise<{ url: string; k: string }> {
  const k = drawSecret()
  await ensureCodes(db, form.workspaceId, [contactId])
  await db
    .insertInto('personal_link')
    .values({
      workspace_id: form.workspaceId,
      contact_id: contactId,
      form_id: form.id,
      hash: hashSecret(k),
      created_at: sql<Date>`coalesce(${at}::timestamptz, now())`,
      expires_at: sql<Date>`coalesce(${at}::timestamptz, now()) + make_interval(days => ${days})`,
    })
    .execute()
  return { url: `${baseUrl}/f/${form.slug}?k=${k}`, k }
}

function drawSecret(): string {
  for (;;) {
    const secret = secretFrom(randomBytes(SECRET_BYTES))
    if (secret) return secret
  }
}
