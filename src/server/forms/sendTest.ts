import type { AnswerError } from '@/core/form/check'
import type { Db } from '@/db/database'
import { storedRead } from '@/core/fill/reads'
import { findHolder } from '@/db/queries/holders'
import { context } from '../context'
import { acceptSubmission } from '../submissions/acceptSubmission'
import { trustHolder } from '../visitor/signs'
import { givePass } from '../visits/secret'
import { inLanguage, type LiveForm } from './live'

/** What a colleague tries a form with. */
export interface TestInput {
  values: Readonly<Record<string, unknown>>
  /** Id of the contact whose personal link is used. */
  contact: string | null
}

export type Tested =
  | { ok: true; submission: string }
  | { ok: false; why: 'wrong'; errors: AnswerError[] }
  | { ok: false; why: 'too many' }

/** Sends answers through the live release as a test: applied and told of like any other, marked, and counted nowhere. */
export async function sendTest(db: Db, live: LiveForm, { values, contact }: TestInput): Promise<Tested> {
  const { config } = context()
  const holder = contact
    ? await findHolder(db, { workspaceId: live.workspaceId, contact }, storedRead(live.form, live.slug), live.timeZone)
    : null
  const { id } = givePass(config.LICHEN_SECRET, live.formId, 'test')
  const visitor = { link: {}, pageBefore: null, holder }
  const visit = { id, proven: true, test: true }
  const sent = await acceptSubmission(db, inLanguage(live, []), values, visitor, visit, trustHolder(live), null)
  if (sent.ok) return { ok: true, submission: sent.submission }
  return sent.why === 'wrong' ? { ok: false, why: 'wrong', errors: sent.errors } : { ok: false, why: 'too many' }
}
