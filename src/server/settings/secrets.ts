import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'
import type { StoredConnection } from '@/db/queries/connections'

/**
 * Secrets of connections, encrypted with AES-256-GCM (NIST SP 800-38D) under keys that only the environment
 * holds. What a secret is for is authenticated with it, so that one copied to another place opens nowhere.
 * Of several keys the first seals and each opens: that is how a key is changed.
 */

const VERSION = 1
const NONCE = 12
const TAG = 16

const derive = (key: string): Buffer => Buffer.from(hkdfSync('sha256', key, '', 'lichen connection secrets', 32))

/** Seals a text, for this purpose only. */
export function seal(text: string, purpose: string, keys: readonly string[]): Buffer {
  const nonce = randomBytes(NONCE)
  const cipher = createCipheriv('aes-256-gcm', derive(keys[0] ?? ''), nonce)
  cipher.setAAD(Buffer.from(purpose))
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([Buffer.from([VERSION]), nonce, cipher.getAuthTag(), sealed])
}

/** Opens what was sealed for this purpose; `null` where no key fits, or it was changed. */
export function unseal(sealed: Buffer, purpose: string, keys: readonly string[]): string | null {
  if (sealed[0] !== VERSION || sealed.length < 1 + NONCE + TAG) return null
  for (const key of keys)
    try {
      const decipher = createDecipheriv('aes-256-gcm', derive(key), sealed.subarray(1, 1 + NONCE))
      decipher.setAAD(Buffer.from(purpose))
      decipher.setAuthTag(sealed.subarray(1 + NONCE, 1 + NONCE + TAG))
      return decipher.update(sealed.subarray(1 + NONCE + TAG), undefined, 'utf8') + decipher.final('utf8')
    } catch {
      // Not this key.
    }
  return null
}

/** What a connection's secrets are for. */
const purposeOf = (workspaceId: string, name: string): string => `connection ${workspaceId} ${name}`

/** Seals the secret settings of a connection; `null` where it has none. */
export const sealSecrets = (
  workspaceId: string,
  name: string,
  secrets: Readonly<Record<string, string>>,
  keys: readonly string[],
): Buffer | null =>
  Object.keys(secrets).length === 0 ? null : seal(JSON.stringify(secrets), purposeOf(workspaceId, name), keys)

/** The secret settings of a connection. Throws where no key opens them. */
export function openSecrets(
  workspaceId: string,
  { name, title, secrets }: Pick<StoredConnection, 'name' | 'title' | 'secrets'>,
  keys: readonly string[],
): Record<string, string> {
  if (!secrets) return {}
  const opened = unseal(secrets, purposeOf(workspaceId, name), keys)
  if (opened === null)
    throw new Error(`The secrets of ${title} cannot be opened any more. Enter them again in Settings.`)
  return JSON.parse(opened) as Record<string, string>
}

/** All settings of a connection, its secrets included. */
export const openSettings = (
  workspaceId: string,
  connection: StoredConnection,
  keys: readonly string[],
): Record<string, string> => ({ ...connection.settings, ...openSecrets(workspaceId, connection, keys) })
