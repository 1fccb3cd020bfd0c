import type { Db } from '@/db/database'
import type { Holder } from '@/db/queries/holders'
import { count, ofAsker, waitFor } from '../door/limits'
import { findLinkHolder, hashSecret } from './visitor'

/** A network has tried so many codes that it must wait before the next is looked at. */
export class TooManyGuesses extends Error {
  constructor(readonly wait: number) {
    super('Too many codes of personal links that are none')
  }
}

/**
 * Who holds the personal link of this code, if it is one. Codes that are none are counted for whoever asks, each once:
 * after so many, none of theirs is looked at for a while, so that nobody learns whether one is right.
 */
export async function holderOfLink(
  db: Db,
  live: Parameters<typeof findLinkHolder>[1],
  code: string,
): Promise<Holder | null> {
  const wait = waitFor(...ofAsker('guess'))
  if (wait > 0) throw new TooManyGuesses(wait)
  const holder = await findLinkHolder(db, live, code)
  if (holder === null && count(...ofAsker('guessed', hashSecret(code).toString('base64url'))) === 0)
    count(...ofAsker('guess'))
  return holder
}
