import { z } from 'zod'
import { isZone } from '@/core/formats/zone'
import type { Db } from '@/db/database'
import { queueRecount } from '@/db/queries/readout'
import { knowsZone, setTimeZone as writeTimeZone } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'

export const timeZoneSchema = z.strictObject({
  timeZone: z.string().max(60).refine(isZone, 'Give a zone by its IANA name, such as Europe/Stockholm'),
})

type TimeZone = z.output<typeof timeZoneSchema>

/** Tells a workspace's days and hours in another time zone from now on. Its numbers are counted anew, by its days. */
export const setTimeZone = (db: Db, workspaceId: string, { timeZone }: TimeZone): Promise<Done<TimeZone>> =>
  db.transaction().execute(async (tx): Promise<Done<TimeZone>> => {
    if (!(await knowsZone(tx, timeZone))) return notDone(422, `The database knows no zone ${timeZone}.`)
    await writeTimeZone(tx, workspaceId, timeZone)
    await queueRecount(tx, workspaceId)
    return done({ timeZone })
  })
