import { z } from 'zod'
import { isZone } from '@/core/formats/zone'
import { nameFrom } from '@/core/form/name_from'
import type { Doer } from '@/core/changes/cause'
import { ROLES } from '@/core/rights/role'
import type { Db } from '@/db/database'
import { addMember, findUserByEmail } from '@/db/queries/members'
import { setPassword, useWayIn } from '@/db/queries/ways_in'
import { knowsZone, saveDesk } from '@/db/queries/workspace'
import { leaveCause } from '../changes/leaveCause'
import type { Config } from '../config'
import { type Done, done, notDone } from '../done'
import { addressSchema } from './address'
import { addOwner, addUser, openWorkspace } from './openWorkspace'
import { hash } from './hashing'
import { readWayIn } from './way_in'

const passwordSchema = z.string().min(10, 'Take at least 10 characters.').max(128, 'Take at most 128 characters.')

const nameSchema = z.string().trim().min(1, 'Give your name.').max(80)

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
  name: nameSchema,
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

/** What somebody who was invited says of themselves: nothing, where they sign in here already. */
export const joinSchema = z.strictObject({
  do: z.literal('join'),
  token: z.string().max(200),
  name: nameSchema.optional(),
  password: passwordSchema.optional(),
})

const USED = 'This address has been used, or is too old. Ask for another.'

/** Who came in, and whether they signed in here before with a password of their own. */
export interface Entered {
  email: string
  isKnown?: boolean
}

/** Opens a workspace with its first owner and first desk, by an address that works once. */
export const openByWayIn = (db: Db, config: Config, input: z.output<typeof openSchema>): Promise<Done<Entered>> =>
  db
    .transaction()
    .execute(async (tx): Promise<Done<Entered>> => {
      const way = await readWayIn(tx, config.LICHEN_SECRET, input.token, true)
      if (way?.purpose.is !== 'open workspace') return notDone(404, USED)
      // The address was mailed to whoever may open it: an account of another’s address is not theirs to make.
      if (way.purpose.email !== '' && way.purpose.email !== input.email)
        return notDone(422, `This was given for ${way.purpose.email}.`, { field: 'email' })
      if (!(await knowsZone(tx, input.timeZone)))
        return notDone(422, `The database knows no zone ${input.timeZone}.`, { field: 'timeZone' })
      const { workspace: name, mailDomain, timeZone, desk, deskAddress } = input
      const workspaceId = await openWorkspace(tx, { name, mailDomain, timeZone })
      if ((await addOwner(tx, workspaceId, input)) === null) throw new Taken()
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
): Promise<Done<Entered>> =>
  db.transaction().execute(async (tx): Promise<Done<Entered>> => {
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

/**
 * Lets somebody who was invited into the workspace. Whoever signs in here with the address belongs to it from now on;
 * anybody else gives a name and a password.
 */
export const joinByWayIn = (
  db: Db,
  config: Config,
  { token, name, password }: z.output<typeof joinSchema>,
): Promise<Done<Entered>> =>
  db.transaction().execute(async (tx): Promise<Done<Entered>> => {
    const way = await readWayIn(tx, config.LICHEN_SECRET, token, true)
    if (way?.purpose.is !== 'join') return notDone(404, USED)
    const { email, workspaceId, role } = way.purpose
    const known = await findUserByEmail(tx, email)
    if (!known && name === undefined) return notDone(422, 'Give your name.', { field: 'name' })
    if (!known && password === undefined) return notDone(422, 'Choose a password.', { field: 'password' })
    const who = known ?? {
      id: await addUser(tx, { name: name ?? '', email, password: password ?? '' }),
      name: name ?? '',
    }
    // Somebody made the account in the moment between: whoever it is signs in with it.
    if (who.id === null)
      return notDone(409, 'Somebody signs in with this address by now. Open the mail’s address again.')
    await addMember(tx, workspaceId, who.id, role)
    await useWayIn(tx, way.id, way.purpose)
    const by: Doer = { sort: 'member', id: who.id, name: who.name }
    await leaveCause(tx, workspaceId, by, 'joinWorkspace', `${email}, ${ROLES[role].title.toLowerCase()}`)
    return done({ email, isKnown: known !== null })
  })
