import type { Facts } from '@/core/answers/answer'
import { fileAddress, filesIn } from '@/core/answers/files'
import { isAnybodysMail } from '@/core/answers/mail_domains'
import { momentIn } from '@/core/formats/zone'
import { context } from '../context'
import { wholeFiles } from '../files/whole'
import type { ClaimedVisit } from '../visits/claim'
import type { SpokenForm } from './live'

/** What is known in a workspace's time zone at a moment, whoever answers. */
export const factsAt = (timeZone: string, at: Date) => ({ now: momentIn(timeZone, at), isAnybodysMail })

/** What the server knows wherever an answer is given. */
export type FactsHere = Required<Facts>

/** What is known where answers are given on a visit to a form, at a moment. */
export async function factsFor(
  live: SpokenForm,
  visit: Pick<ClaimedVisit, 'id'> | null,
  raw: Readonly<Record<string, unknown>>,
  at: Date,
): Promise<FactsHere> {
  const ids = filesIn(raw)
  const files = visit && ids.length > 0 ? await wholeFiles(live, visit.id, ids) : new Map<string, never>()
  return {
    ...factsAt(live.timeZone, at),
    speech: live.speech,
    fileAt(id, question) {
      const file = files.get(id)
      return file?.question === question ? fileAddress(context().config.LICHEN_URL, id, file.name) : null
    },
  }
}
