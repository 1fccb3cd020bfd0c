import type { z } from 'zod'
import type { Doer } from '@/core/changes/cause'
import type { Context } from '../context'
import { type Done, notDone, type Refusal } from '../done'

/** Who does a deed, and for which workspace: a member, or a program with its token. */
export interface Actor {
  context: Context
  workspaceId: string
  doer: Doer
  /** The member’s address, where a member does it. */
  email: string | null
}

/** The member who does it; `null` where a program does. */
export const memberOf = ({ doer }: Actor): string | null => (doer.sort === 'member' ? doer.id : null)

/**
 * One thing that can be done in a workspace. The studio's actions, the operations of the API and their
 * description are all made from these: what is no deed cannot be done.
 */
export interface Deed<Input extends z.ZodType, Gives extends z.ZodType> {
  summary: string
  input: Input
  /** What it gives, as it goes out. */
  gives: Gives
  /** Why it may not be done. */
  refusals: Partial<Record<Refusal, string>>
  run(by: Actor, input: z.output<Input>): Promise<Done<z.input<Gives>>>
}

export const deed = <Input extends z.ZodType, Gives extends z.ZodType>(
  described: Omit<Deed<Input, Gives>, 'refusals'> & { refusals?: Deed<Input, Gives>['refusals'] },
): Deed<Input, Gives> => ({ refusals: {}, ...described })

/** Any deed, for those who need not know which. */
export type AnyDeed = Deed<z.ZodType, z.ZodType>

/** What is wrong with an input, and where. */
export interface Wrong {
  path: PropertyKey[]
  message: string
}

/** Does a deed with what was given, or says what is wrong with it: `errors` are `Wrong`. */
export async function perform<Input extends z.ZodType, Gives extends z.ZodType>(
  one: Deed<Input, Gives>,
  by: Actor,
  given: unknown,
): Promise<Done<z.input<Gives>>> {
  const read = one.input.safeParse(given)
  if (read.success) return one.run(by, read.data)
  const errors = read.error.issues.map(({ path, message }): Wrong => ({ path, message }))
  return notDone(422, errors[0]?.message ?? 'Not as expected', { errors })
}
