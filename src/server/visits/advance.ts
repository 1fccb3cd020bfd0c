import { isDeepStrictEqual } from 'node:util'
import { addressIn } from '@/core/form/left_by'
import { type Noticed, advanceVisit } from '@/core/readout/visit'
import type { LinkParameters } from '@/core/answers/link_parameters'
import { tellSource, type Through } from '@/core/sources/source'
import type { Runner } from '@/db/database'
import {
  addVisitEvents,
  lockVisits,
  type NewVisitEvent,
  queueReadout,
  type StoredVisit,
  writeVisits,
} from '@/db/queries/visits'

import type { LiveForm } from '../forms/live'
import type { ClaimedVisit } from './claim'
import type { Visitor } from './visitor'

/** Something noticed of a visit, with what is needed to begin one that is not known yet. */
export interface VisitNotice {
  visitId: string
  formId: string
  workspaceId: string
  releaseNumber: number
  link: LinkParameters
  /** Names of the parameters of its link that nobody reads. */
  unread: readonly string[]
  pageBefore: string | null
  linkHolder: string | null
  /** The personal link itself, where it is known. */
  linkId: string | null
  /** The browser that remembers whose visit it is. */
  browserId: string | null
  /** Whether it came by a personal link that the browser remembered no visit by. */
  newBrowser: boolean
  /** Whether a colleague tries the form. */
  test: boolean
  /** Host of the page around the form, and how it stands there; `null` where none is, or none is known. */
  framedBy: string | null
  through: Through
  /** Where a form asks before it keeps where somebody came from: what is told last counts, agreed or not. */
  asked: { agreed: boolean } | null
  /** Hosts of our own pages; a page before on them is not a source. */
  ownHosts: readonly string[]
  /** `null`: now, by the database's clock. */
  at: Date | null
  noticed: Noticed
  /** The address among the answers that are to be kept; `null` where there is none. */
  leftBy: string | null
}

/** A notice of a visit to a live form. */
export const noticeOf = (
  live: LiveForm,
  visitor: Visitor,
  { id: visitId, test }: Pick<ClaimedVisit, 'id' | 'test'>,
  ownHosts: readonly string[],
  at: Date | null,
  noticed: Noticed,
): VisitNotice => ({
  visitId,
  test,
  formId: live.formId,
  workspaceId: live.workspaceId,
  releaseNumber: live.number,
  link: visitor.link,
  unread: visitor.unread ?? [],
  pageBefore: visitor.pageBefore,
  linkHolder: visitor.holder?.id ?? null,
  linkId: visitor.holder?.link ?? null,
  browserId: visitor.holder?.browser ?? null,
  newBrowser: visitor.newBrowser ?? false,
  framedBy: visitor.framedBy ? new URL(visitor.framedBy).host : null,
  through: visitor.through ?? 'frame',
  asked: visitor.asked ?? null,
  ownHosts,
  at,
  noticed,
  leftBy: noticed.answers ? addressIn(live.form, noticed.answers) : null,
})

/**
 * Moves visits on, beginning those that are new, and notes each happening once, however much is told of one
 * visit at the same time. A visit that has sent is over: nothing told afterwards happens in it.
 * Must run in a transaction.
 */
export async function advanceVisits(db: Runner, notices: readonly VisitNotice[]): Promise<void> {
  if (notices.length === 0) return
  const { now, visits: found, sent } = await lockVisits(db, notices)
  const visits = new Map(found.map((visit) => [keyOf(visit.formId, visit.id), visit]))
  const over = new Set(sent.map(({ formId, visitId }) => keyOf(formId, visitId)))
  const events: NewVisitEvent[] = []
  for (const notice of notices) {
    const key = keyOf(notice.formId, notice.visitId)
    if (over.has(key) && !notice.noticed.sent) continue
    const known = visits.get(key)
    const at = (notice.at ?? now).toISOString()
    const before = { ...(known ?? beginVisit(notice, at)), ...(notice.asked && whereFrom(notice)) }
    if (!known) events.push(eventOf(before, 'arrived', before.arrivedAt, null, before.source))
    const { visit, happenings } = advanceVisit(before, notice.noticed, at)
    visits.set(key, { ...before, ...visit, ...leftIn(before, visit, notice) })
    for (const { kind, step, at: when } of happenings) events.push(eventOf(before, kind, when, step, null))
  }
  const moved = [...visits.values()]
  await writeVisits(db, moved)
  await addVisitEvents(db, events)
  await queueReadout(db, moved)
}

/** Whose the kept answers are. Whoever goes on filling in has not sent it after all. */
function leftIn(
  before: StoredVisit,
  { answers }: Pick<StoredVisit, 'answers'>,
  { noticed, leftBy }: VisitNotice,
): Pick<StoredVisit, 'leftBy' | 'sentAfterAll'> {
  if (answers === null) return { leftBy: null, sentAfterAll: false }
  const goesOn = noticed.answers && !isDeepStrictEqual(noticed.answers, before.answers)
  return goesOn ? { leftBy, sentAfterAll: false } : { leftBy: before.leftBy, sentAfterAll: before.sentAfterAll }
}

const keyOf = (formId: string, visitId: string): string => `${formId}/${visitId}`

function beginVisit(notice: VisitNotice, at: string): StoredVisit {
  return {
    id: notice.visitId,
    workspaceId: notice.workspaceId,
    formId: notice.formId,
    releaseNumber: notice.releaseNumber,
    arrivedAt: at,
    beganAt: null,
    sentAt: null,
    returnedAt: null,
    lastAt: at,
    steps: [],
    ...whereFrom(notice),
    linkHolder: notice.linkHolder,
    linkId: notice.linkId,
    browserId: notice.browserId,
    newBrowser: notice.newBrowser,
    answers: null,
    leftBy: null,
    sentAfterAll: false,
    test: notice.test,
  }
}

/** Where somebody came from, as far as it may be kept. */
const whereFrom = (notice: VisitNotice): Pick<StoredVisit, 'source' | 'link' | 'unread' | 'pageBefore'> => ({
  source: tellSource(notice.link, notice.pageBefore, {
    ownHosts: notice.ownHosts,
    byPersonalLink: notice.linkHolder !== null && notice.browserId === null,
    framedBy: notice.framedBy,
    through: notice.through,
    withheld: notice.asked?.agreed === false,
  }).label,
  link: notice.link,
  unread: notice.unread.length > 0 ? [...notice.unread] : null,
  pageBefore: notice.pageBefore,
})

const eventOf = (
  visit: StoredVisit,
  kind: NewVisitEvent['kind'],
  at: string,
  step: string | null,
  source: string | null,
): NewVisitEvent => ({
  workspace_id: visit.workspaceId,
  form_id: visit.formId,
  visit_id: visit.id,
  at,
  kind,
  step,
  source,
})
