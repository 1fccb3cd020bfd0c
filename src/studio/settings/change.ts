import { z } from 'zod'
import { actorOf } from '@/server/access/member'
import { memberAction } from '@/server/access/session'
import type { Member } from '@/server/access/member'
import { type Deed, perform } from '@/server/deeds/deed'

/** What came of a change: what the deed gave, and how everything stands now. */
export type Changed<Value, Now> = { ok: true; value: Value; now: Now } | { ok: false; message: string }

/** Does a deed, and reads with another how everything stands after it. */
export async function change<In extends z.ZodType, Out extends z.ZodType, Now extends z.ZodType>(
  one: Deed<In, Out>,
  read: Deed<z.ZodType, Now>,
  member: Member,
  given: z.input<In>,
): Promise<Changed<z.input<Out>, z.input<Now>>> {
  const result = await perform(one, actorOf(member), given)
  if (!result.ok) return { ok: false, message: result.message }
  const now = await perform(read, actorOf(member), {})
  return now.ok ? { ok: true, value: result.value, now: now.value } : { ok: false, message: now.message }
}

/** Makes an action that does a deed and tells how everything stands after it. */
export const changeAction = <In extends z.ZodType, Out extends z.ZodType, Now extends z.ZodType>(
  one: Deed<In, Out>,
  read: Deed<z.ZodType, Now>,
) => memberAction('read', z.tuple([z.custom<z.input<In>>()]), (member, given) => change(one, read, member, given))
