import { z } from 'zod'
import { ANY_EMAIL, rules as email } from '@/core/kinds/email'
import { nameFrom } from '@/core/form/name_from'
import type { Desk } from '@/core/dispatch/desk'
import { hoursSchema } from '@/core/dispatch/hours'
import type { Db } from '@/db/database'
import { readResources, saveDesk } from '@/db/queries/workspace'
import { type Done, done, notDone } from '../done'
import { titleSchema } from './titles'

/** Who belongs to a desk: addresses as a list, or as people write them, with commas, spaces or lines between. */
const addressesSchema = z
  .union([
    z.array(z.string().max(300)).max(500),
    z
      .string()
      .max(20_000)
      .transform((text) => text.split(/[\s,;]+/)),
  ])
  .transform((texts) => texts.map((text) => text.trim()).filter(Boolean))

export const deskSchema = z.strictObject({
  title: titleSchema,
  addresses: addressesSchema.default([]),
  owners: z
    .array(z.string().max(100))
    .max(100)
    .optional()
    .describe('Ids of members who own what it is told of, each in turn; as they are where it is left out'),
  hours: hoursSchema.nullish().describe('When somebody is there; null for none, as they are where it is left out'),
})

type DeskInput = z.output<typeof deskSchema>

/** Makes a desk, named after its title. */
export async function addDesk(db: Db, workspaceId: string, input: DeskInput): Promise<Done<Desk>> {
  const { desks } = await readResources(db, workspaceId)
  const name = nameFrom(
    input.title,
    desks.map((desk) => desk.name),
  )
  return writeDesk(db, workspaceId, name, input)
}

/** Changes a desk for every form, at once. */
export async function changeDesk(db: Db, workspaceId: string, name: string, input: DeskInput): Promise<Done<Desk>> {
  const { desks } = await readResources(db, workspaceId)
  const desk = desks.find((one) => one.name === name)
  if (!desk) return notDone(404, 'There is no such desk.')
  return writeDesk(db, workspaceId, name, input, desk)
}

async function writeDesk(
  db: Db,
  workspaceId: string,
  name: string,
  input: DeskInput,
  before?: Desk,
): Promise<Done<Desk>> {
  const addresses = new Set<string>()
  for (const text of input.addresses) {
    const read = email.check(text, ANY_EMAIL)
    if (!read.ok || typeof read.answer !== 'string') return notDone(422, `“${text}” is not an email address.`)
    addresses.add(read.answer)
  }
  const hours = input.hours === undefined ? (before?.hours ?? null) : input.hours
  const { members } = await readResources(db, workspaceId)
  const owners = input.owners ? members.filter(({ id }) => input.owners?.includes(id)) : (before?.owners?.slice() ?? [])
  if (input.owners && owners.length < new Set(input.owners).size) return notDone(422, 'An owner is no member any more.')
  const desk = { name, title: input.title, addresses: [...addresses], hours, owners }
  await saveDesk(db, workspaceId, desk)
  return done(desk)
}
