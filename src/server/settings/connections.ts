import { randomBytes, randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import { z } from 'zod'
import { checkSettings } from '@/core/dispatch/targets/check_settings'
import type { Connection } from '@/core/dispatch/connection'
import { TARGET_NAMES, targetOf } from '@/core/dispatch/targets/registry'
import { nameFrom } from '@/core/form/name_from'
import type { Db } from '@/db/database'
import { readClock } from '@/db/queries/clock'
import {
  findConnection,
  insertConnection,
  listConnections,
  noteTried,
  readConnections,
  type StoredConnection,
  updateConnection,
} from '@/db/queries/connections'
import { endTrouble, readResting } from '@/db/queries/lanes'
import type { Tried } from '@/db/schema_of_settings'
import type { Config } from '../config'
import { within } from '../deliveries/deliver'
import { senderOf } from '../deliveries/targets/registry'
import type { Trier } from '../deliveries/targets/sender'
import { type Done, done, notDone } from '../done'
import { reasonOf } from '../failures'
import { openSecrets, openSettings, sealSecrets } from './secrets'
import { titleSchema } from './titles'

const settingsSchema = z
  .record(z.string().max(60), z.string().max(2000))
  .default({})
  .describe('By name, as the target has them; secrets are taken and never given back')

export const connectionSchema = z.strictObject({
  title: titleSchema,
  target: z.enum(TARGET_NAMES),
  settings: settingsSchema,
  everyForm: z.boolean().default(false).describe('Whether forms send here unless they say otherwise'),
})

export const connectionChangeSchema = z.strictObject({
  title: titleSchema,
  settings: settingsSchema.describe('All that may be seen, and those secrets that change'),
  everyForm: z.boolean(),
  retired: z.boolean(),
})

/** A connection as it was just made, with the signing secret that was made for it: it is told this once. */
export type MadeConnection = Connection & { secret: string | null }

/** Connects an outside place, named after its title. A webhook for which none was entered gets a signing secret. */
export async function addConnection(
  db: Db,
  workspaceId: string,
  { target, ...input }: z.output<typeof connectionSchema>,
  keys: readonly string[],
): Promise<Done<MadeConnection>> {
  const all = await readConnections(db, workspaceId)
  const rules = targetOf(target)
  if (!rules.chosen && all.some((one) => one.target === target && !one.retired))
    return notDone(409, `There is a ${rules.words.toLowerCase()} already. Change it, or retire it first.`)
  const making = Object.keys(rules.settings).find((one) => rules.settings[one]?.made && !input.settings[one]?.trim())
  const secret = making === undefined ? null : newSigningSecret()
  const checked = checkSettings(target, input.settings, making && secret ? { [making]: secret } : {})
  if (!checked.ok) return notDone(422, checked.message)
  const name = nameFrom(
    input.title,
    all.map((one) => one.name),
  )
  const shown: Connection = { name, target, ...input, settings: checked.settings, retired: false }
  const added = await insertConnection(db, workspaceId, {
    ...shown,
    secrets: sealSecrets(workspaceId, name, checked.secrets, keys),
  })
  return added ? done({ ...shown, secret }) : notDone(409, 'Somebody made a connection of that name just now.')
}

/** The connections of a workspace, each with what came back when it was last tried, and its rest where it rests. */
export async function showConnections(db: Db, workspaceId: string) {
  const [connections, resting] = await Promise.all([listConnections(db, workspaceId), readResting(db, workspaceId)])
  const restOf = (name: string) => {
    const found = resting.find(({ connection }) => connection === name)
    if (!found) return null
    const { since, until, failures, error, waiting } = found
    return { since, until, failures, error, waiting }
  }
  return {
    connections: connections.map((connection) => ({ ...connection, rests: restOf(connection.name) })),
    mailServer: restOf(''),
  }
}

/**
 * Changes a connection. Secrets that are not entered stay as they are, but are never sent to another address than
 * the one they were entered for.
 */
export async function changeConnection(
  db: Db,
  workspaceId: string,
  name: string,
  { settings, ...change }: z.output<typeof connectionChangeSchema>,
  keys: readonly string[],
): Promise<Done<Connection>> {
  const before = await findConnection(db, workspaceId, name)
  if (!before) return notDone(404, 'There is no such connection.')
  const kept = keptSecrets(workspaceId, before, keys)
  const checked = checkSettings(before.target, settings, kept)
  if (!checked.ok) return notDone(422, checked.message)
  const rules = targetOf(before.target)
  const carried = Object.keys(checked.secrets).find((one) => !settings[one]?.trim() && !rules.settings[one]?.made)
  if (carried !== undefined && !isDeepStrictEqual(checked.settings, before.settings))
    return notDone(
      422,
      `Enter the ${rules.settings[carried]?.label.toLowerCase()} again: where it is sent has changed.`,
    )
  const rivals = (await readConnections(db, workspaceId)).filter((one) => one.name !== name && !one.retired)
  if (!change.retired && !rules.chosen && rivals.some(({ target }) => target === before.target))
    return notDone(409, `There is a ${rules.words.toLowerCase()} already.`)
  const shown: Connection = { name, target: before.target, ...change, settings: checked.settings }
  await updateConnection(db, workspaceId, {
    ...shown,
    secrets: sealSecrets(workspaceId, name, checked.secrets, keys),
  })
  await endTrouble(db, { workspace: workspaceId, connection: name })
  return done(shown)
}

/** Tries a connection with nothing that counts, notes what came back, and tells it. One that answers rests no longer. */
export async function tryConnection(
  db: Db,
  workspaceId: string,
  name: string,
  who: Trier,
  config: Pick<Config, 'LICHEN_KEYS' | 'LICHEN_REACH' | 'LICHEN_SMTP_URL'>,
): Promise<Done<Tried>> {
  const connection = await findConnection(db, workspaceId, name)
  if (!connection) return notDone(404, 'There is no such connection.')
  const now = await readClock(db)
  const began = performance.now()
  const came = await within(LONGEST_TRY, (signal) => {
    const settings = openSettings(workspaceId, connection, config.LICHEN_KEYS)
    const reach = config.LICHEN_REACH
    const errand = { id: randomUUID(), workspaceId, settings, smtpUrl: config.LICHEN_SMTP_URL, reach, now, signal }
    return senderOf(connection.target).try(errand, who)
  }).then(
    (said) => ({ ok: true, said }),
    (error: unknown) => ({ ok: false, said: reasonOf(error) }),
  )
  const tried: Tried = { at: now.toISOString(), milliseconds: Math.round(performance.now() - began), ...came }
  await noteTried(db, workspaceId, name, tried)
  if (tried.ok) await endTrouble(db, { workspace: workspaceId, connection: name })
  return done(tried)
}

/** In milliseconds: somebody waits for it. */
const LONGEST_TRY = 8000

/** The secrets there are; none where no key opens them, so that they can be entered anew. */
function keptSecrets(workspaceId: string, before: StoredConnection, keys: readonly string[]): Record<string, string> {
  try {
    return openSecrets(workspaceId, before, keys)
  } catch {
    return {}
  }
}

const newSigningSecret = (): string => `whsec_${randomBytes(32).toString('base64')}`
