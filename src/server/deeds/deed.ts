import type { z } from 'zod'
import type { Doer } from '@/core/changes/cause'
import type { DeedName } from '@/core/changes/deeds'
import { leaveCause } from '../changes/leaveCause'
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
  /** The cause that it leaves, where what it does leaves none itself. */
  leaves?: Trace<z.output<Input>, z.input<Gives>>
  run(by: Actor, input: z.output<Input>): Promise<Done<z.input<Gives>>>
}

/** What History tells of a deed. */
interface Trace<Asked, Given> {
  deed: DeedName
  /** What it was done to, as that is called. */
  about(asked: Asked, given: Given, by: Actor): string | Promise<string>
  /** For this many minutes, the same done to the same by the same is told once. */
  onceIn?: number
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
  if (read.success) {
    const result = await one.run(by, read.data)
    if (result.ok && one.leaves) {
      const { deed: name, about, onceIn } = one.leaves
      await leaveCause(by.context.db, by.workspaceId, by.doer, name, await about(read.data, result.value, by), onceIn)
    }
    return result
  }
  const errors = read.error.issues.map(({ path, message }): Wrong => ({ path, message }))
  return notDone(422, errors[0]?.message ?? 'Not as expected', { errors })
}
