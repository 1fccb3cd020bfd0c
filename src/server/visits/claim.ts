import { givenFor, isProof } from './secret'
import { readTurns } from './turns'
import { visitIdSchema } from './visitor'

/** A visit as the sender names it, and whether they showed that it is theirs. */
export interface ClaimedVisit {
  id: string
  proven: boolean
  /** Whether it is a colleague's, who tries the form. */
  test: boolean
  /** The questions in turn that its page asked; left out where it does not show that. */
  turns?: readonly string[]
}

/**
 * Which visit is meant. An id we gave to a browser counts only with its proof: without, it is nobody's
 * (`null`), so that knowing an id is worth nothing. An id a program made up is its own.
 */
export function claimVisit(
  secret: string,
  formId: string,
  given: { visit?: string | null | undefined; proof?: string | null | undefined; turns?: string | null | undefined },
  trusted: boolean,
): ClaimedVisit | null {
  const id = visitIdSchema.safeParse(given.visit).data
  if (!id) return null
  const purpose = givenFor(secret, id)
  const turns = readTurns(secret, formId, id, given.turns)
  if (trusted || isProof(secret, formId, id, given.proof))
    return { id, proven: true, test: purpose === 'test', ...(turns && { turns }) }
  return purpose ? null : { id, proven: false, test: false, ...(turns && { turns }) }
}
