import { randomBytes } from 'node:crypto'
import { SECRET_BYTES, secretFrom } from '@/core/fill/personal_link'
import type { Runner } from '@/db/database'
import { hashSecret } from '../visits/visitor'

const DAYS = 180

/** Makes a personal link to a form for a contact. The secret is told once and stored hashed. */
export async function createPersonalLink(
  db: Runner,
  baseUrl: string,
  form: { id: string; slug: string; workspaceId: string },
  contactId: string,
  now: Date,
): Promise<{ url: string; k: string }> {
  const k = drawSecret()
  await db
    .insertInto('personal_link')
    .values({
      workspace_id: form.workspaceId,
      contact_id: contactId,
      form_id: form.id,
      hash: hashSecret(k),
      expires_at: new Date(now.getTime() + DAYS * 24 * 60 * 60 * 1000),
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
