import { randomBytes } from 'node:crypto'
import { Webhook } from 'standardwebhooks'
import { context } from '../context'
import { seal, unseal } from '../settings/secrets'

/** What whoever sends to an inlet signs with, as Standard Webhooks 1.0 describes it. */

const purposeOf = (workspaceId: string, form: string, inlet: string): string => `inlet ${workspaceId} ${form} ${inlet}`

interface Whose {
  workspaceId: string
  formId: string
  name: string
}

/** A new secret: as it is told once, and as it is kept. */
export function makeSecret({ workspaceId, formId, name }: Whose): { told: string; sealed: Buffer } {
  const told = `whsec_${randomBytes(24).toString('base64')}`
  return { told, sealed: seal(told, purposeOf(workspaceId, formId, name), context().config.LICHEN_KEYS) }
}

/** Whether a body is signed with the secret, not long ago. */
export function isSigned(
  { workspaceId, formId, name, secret }: Whose & { secret: Buffer },
  body: string,
  headers: Headers,
): boolean {
  const opened = unseal(secret, purposeOf(workspaceId, formId, name), context().config.LICHEN_KEYS)
  if (opened === null) return false
  try {
    new Webhook(opened).verify(body, Object.fromEntries(headers))
    return true
  } catch {
    return false
  }
}
