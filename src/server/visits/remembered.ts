import type { Answers } from '@/core/answers/answer'
import { emailIn } from '@/core/records/match'
import type { Db } from '@/db/database'
import { rememberBrowser } from '@/db/queries/browsers'
import { context } from '../context'
import type { LiveForm } from '../forms/live'
import type { ClaimedVisit } from './claim'
import { isProof, proofOf, type VisitPass } from './secret'
import type { Visitor } from './visitor'

/** What a browser shows to be known again: which it is, and the proof that we gave it that. */
export type BrowserPass = VisitPass

/** Whether such a pass is one of ours, for a workspace. Whether it is still good, the database knows. */
export const isPassOf = (workspaceId: string, { id, proof }: BrowserPass): boolean =>
  isProof(context().config.LICHEN_SECRET, workspaceId, id, proof, 'remembered')

/** Whether somebody can wish to be known again: they came by a personal link, and the form remembers. */
export const mayBeRemembered = (
  { form }: Pick<LiveForm, 'form'>,
  { holder }: Pick<Visitor, 'holder'>,
  visit: Pick<ClaimedVisit, 'proven' | 'test'> | null,
): boolean => form.remembers && holder !== null && holder.link !== null && visit?.proven === true && !visit.test

/**
 * Has a browser know the holder of a personal link again, who wished it as they sent these values. Nobody who answered
 * another address: a link may have been passed on. Sent twice, it is one browser all the same. `at` is `null` for now.
 */
export async function rememberHolder(
  db: Db,
  live: LiveForm,
  visitor: Visitor,
  visit: ClaimedVisit | null,
  values: Answers,
  at: Date | null,
): Promise<BrowserPass | null> {
  const { holder } = visitor
  if (!visit || !holder || !mayBeRemembered(live, visitor, visit)) return null
  const answered = emailIn(live.form, values)
  const own = holder.stored.records.contact?.email
  if (answered !== null && answered.toLowerCase() !== String(own).toLowerCase()) return null
  const { workspaceId, formId } = live
  await rememberBrowser(db, { workspaceId, formId, id: visit.id, contact: holder.id, at })
  return { id: visit.id, proof: proofOf(context().config.LICHEN_SECRET, workspaceId, visit.id, 'remembered') }
}
