import { z } from 'zod'
import { ANY_EMAIL, rules as email } from '@/core/kinds/email'
import { isZone } from '@/core/formats/zone'
import { nameFrom } from '@/core/form/name_from'
import type { Db } from '@/db/database'
import { setPassword, useWayIn } from '@/db/queries/ways_in'
import { knowsZone, saveDesk } from '@/db/queries/workspace'
import type { Config } from '../config'
import { type Done, done, notDone } from '../done'
import { addMember, openWorkspace } from './openWorkspace'
import { hash } from './hashing'
import { readWayIn } from './way_in'

const addressSchema = z
  .string()
  .trim()
  .max(254)
  .transform((text, context) => {
    const read = email.check(text, ANY_EMAIL)
    if (read.ok && typeof read.answer === 'string') return read.answer
    context.addIssue({ code: 'custom', message: `“${text}” is not an email address.` })
    return z.NEVER
  })

const passwordSchema = z.string().min(10, 'Take at least 10 characters.').max(128, 'Take at most 128 characters.')

/** What the first owner of a workspace says of it. */
export const openSchema = z.strictObject({
  do: z.literal('open workspace'),
  token: z.string().max(200),
  workspace: z.string().trim().min(1, 'Give the workspace a name.').max(80),
  timeZone: z.string().max(60).refine(isZone, 'Give a zone by its IANA name, such as Europe/Stockholm.'),
  mailDomain: z
    .string()
    .trim()
    .toLowerCase()
    .max(200)
    .regex(/^(?:[a-z0-9](?:[a-z0-9-]*[a-z0-9])?\.)+[a-z]{2,}$/, 'Give a domain, such as firm.example.'),
  name: z.string().trim().min(1, 'Give your name.').max(80),
  email: addressSchema,
  password: passwordSchema,
  desk: z.string().trim().min(1, 'Give the desk a name.').max(80),
  deskAddress: addressSchema,
})

export const passwordChangeSchema = z.strictObject({
  do: z.literal('new password'),
  token: z.string().max(200),
  password: passwordSchema,
})

const USED = 'This address has been used, or is too old. Ask for another.'

/** Opens a workspace with its first owner and first desk, by an address that works once. */
export const openByWayIn = (
  db: Db,
  config: Config,
  input: z.output<typeof openSchema>,
): Promise<Done<{ email: string }>> =>
  db
    .transaction()
    .execute(async (tx): Promise<Done<{ email: string }>> => {
      const way = await readWayIn(tx, config.LICHEN_SECRET, input.token, true)
      if (way?.purpose.is !== 'open workspace') return notDone(404, USED)
      if (!(await knowsZone(tx, input.timeZone)))
        return notDone(422, `The database knows no zone ${input.timeZone}.`, { field: 'timeZone' })
      const { workspace: name, mailDomain, timeZone, desk, deskAddress } = input
      const workspaceId = await openWorkspace(tx, { name, mailDomain, timeZone })
      if ((await addMember(tx, workspaceId, input)) === null) throw new Taken()
      await saveDesk(tx, workspaceId, { name: nameFrom(desk, []), title: desk, addresses: [deskAddress] })
      await useWayIn(tx, way.id, way.purpose)
      return done({ email: input.email })
    })
    .catch((error: unknown) => {
      if (error instanceof Taken)
        return notDone(409, 'Somebody signs in with this address already.', { field: 'email' })
      throw error
    })

/** Takes back what was begun. */
class Taken extends Error {}

/** Sets a password by an address that works once. Whoever was signed in as them is signed out. */
export const setPasswordByWayIn = (
  db: Db,
  config: Config,
  { token, password }: z.output<typeof passwordChangeSchema>,
): Promise<Done<{ email: string }>> =>
  db.transaction().execute(async (tx): Promise<Done<{ email: string }>> => {
    const way = await readWayIn(tx, config.LICHEN_SECRET, token, true)
    if (way?.purpose.is !== 'new password') return notDone(404, USED)
    const { userId } = way.purpose
    await setPassword(tx, userId, await hash(password))
    await useWayIn(tx, way.id, way.purpose)
    const { email: address } = await tx
      .selectFrom('user')
      .select('email')
      .where('id', '=', userId)
      .executeTakeFirstOrThrow()
    return done({ email: address })
  })
