import type { z } from 'zod'
import type { DeedName } from '@/core/changes/deeds'
import type { Right } from '@/core/rights/right'
import type { Actor } from '../access/actor'
import { askGate } from '../access/gate'
import { leaveCause } from '../changes/leaveCause'
import { type Done, notDone, type Refusal } from '../done'

/**
 * One thing that can be done in a workspace. The studio's actions, the operations of the API and their
 * description are all made from these: what is no deed cannot be done.
 */
export interface Deed<Input extends z.ZodType, Gives extends z.ZodType> {
  summary: string
  /** The right that it takes. */
  may: Right
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

/** Does a deed with what was given, or says why it may not be done, or what is wrong with it: `errors` are `Wrong`. */
export async function perform<Input extends z.ZodType, Gives extends z.ZodType>(
  one: Deed<Input, Gives>,
  by: Actor,
  given: unknown,
): Promise<Done<z.input<Gives>>> {
  const kept = await askGate(by, one.may)
  if (kept) return kept
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
