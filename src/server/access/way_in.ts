import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import type { Runner } from '@/db/database'
import { findWayIn, insertWayIn, type WayInPurpose } from '@/db/queries/ways_in'
import type { Config } from '../config'
import { isSame, sign } from '../proofs'

/** How long a way in works, in hours. */
const HOURS: Record<WayInPurpose['is'], number> = { 'open workspace': 48, 'new password': 1, join: 7 * 24 }

type Installed = Pick<Config, 'LICHEN_URL' | 'LICHEN_SECRET'>

/** Makes an address that works once. What is stored of it lets nobody in: the proof is only in the address. */
export async function makeWayIn(
  db: Runner,
  { LICHEN_URL, LICHEN_SECRET }: Installed,
  purpose: WayInPurpose,
): Promise<string> {
  const id = randomUUID()
  await insertWayIn(db, id, purpose, HOURS[purpose.is])
  return `${LICHEN_URL}/enter/${id}.${proofFor(LICHEN_SECRET, id)}`
}

/** What a token of such an address lets somebody do; `null` where it is wrong, used or too old. */
export async function readWayIn(
  db: Runner,
  secret: string,
  token: string,
  lock = false,
): Promise<{ id: string; purpose: WayInPurpose } | null> {
  const [given = '', proof = ''] = token.split('.')
  const id = z.uuid().safeParse(given).data
  if (!id || !isSame(proofFor(secret, id), proof)) return null
  const purpose = await findWayIn(db, id, lock)
  return purpose && { id, purpose }
}

const proofFor = (secret: string, id: string): string => sign(secret, `way in ${id}`, 18)
