import { sql } from 'kysely'
import type { Runner } from '../database'

/** Keeps that a mail server said there is no such address; who it refused before stays with the first reason. */
export async function keepRefused(
  db: Runner,
  workspaceId: string,
  { address, reason, delivery }: { address: string; reason: string; delivery: string },
): Promise<void> {
  await db
    .insertInto('refused_address')
    .values({
      workspace_id: workspaceId,
      address: address.toLowerCase(),
      reason,
      delivery_id: delivery,
      at: sql<Date>`clock_timestamp()`,
    })
    .onConflict((conflict) => conflict.doNothing())
    .execute()
}

/** Of addresses, the first that mails are kept from, with what the mail server said and when. */
export const findRefused = (db: Runner, workspaceId: string, addresses: readonly string[]) =>
  db
    .selectFrom('refused_address')
    .select(['address', 'reason', 'at'])
    .where('workspace_id', '=', workspaceId)
    .where(
      'address',
      'in',
      addresses.map((one) => one.toLowerCase()),
    )
    .orderBy('at')
    .executeTakeFirst()

/** Has mails go to an address again. Gives whether they were kept from it. */
export async function forgetRefused(db: Runner, workspaceId: string, address: string): Promise<boolean> {
  const { numDeletedRows } = await db
    .deleteFrom('refused_address')
    .where('workspace_id', '=', workspaceId)
    .where('address', '=', address.toLowerCase())
    .executeTakeFirst()
  return numDeletedRows > 0n
}
