import { chooseOutcome, type Outcome } from '@/core/dispatch/outcome'
import { isOnSite } from '@/core/examine/outcomes'
import { readSites } from '@/db/queries/workspace'
import { baseOf } from '../hosts/base'
import { context } from '../context'
import { findLiveForm, type LiveForm, type SpokenForm } from '../forms/live'
import type { Accepted } from '../submissions/acceptSubmission'
import type { FormStart } from '../visits/openForm'
import { proofOf } from '../visits/secret'
import type { Visitor } from '../visits/visitor'
import { outcomeHtml } from './html'
import { lookBelow } from './look'
import { Keeping, nextAddress } from './request'

type Taken = Extract<Accepted, { ok: true }>

/**
 * What a visitor gets who has sent: the outcome's page, or the way on where it leads on. `status` is that of
 * the way on: a browser follows 303 by itself, and a page's script reads the address off 200. `readAt` is an address of
 * their own that stands for the outcome's page.
 */
export async function answerOutcome(
  live: SpokenForm,
  visitor: Visitor,
  taken: Taken,
  status: 200 | 303,
  readAt: URL | null = null,
): Promise<Response> {
  const next = (await wayOn(live, visitor, taken)) ?? (readAt && { location: readAt.href })
  if (next) return new Response(null, { status, headers: next })
  return outcomeHtml(live, taken.outcome, taken.values, lookBelow(`/f/${live.slug}`, live.form, live.theme))
}

/** What somebody gets of whom all is known, where the form says that they come to its outcome at once: nothing is sent. */
export async function answerKnown(
  live: SpokenForm,
  { values, carried }: FormStart,
  placed: boolean,
): Promise<Response> {
  const known = { ...carried, ...values }
  const { outcome } = chooseOutcome(live.form, known, { submission: null, speech: live.speech })
  const to = outcome.goesTo
  if (to?.to === 'form') return new Response(null, { status: 303, headers: { location: `/f/${to.form}` } })
  if (to?.to === 'address' && isOnSite(to.address, await readSites(context().visitors, live.workspaceId)))
    return new Response(null, { status: 303, headers: { location: to.address } })
  const look = lookBelow(`/f/${live.slug}`, live.form, live.theme, placed)
  return outcomeHtml(live, { ...outcome, summary: false }, known, look)
}

/** Where an outcome leads on to, as headers; `null` where it is read here, also since nobody is let there any more. */
async function wayOn(
  live: LiveForm,
  { link, through }: Visitor,
  { submission, outcome }: Taken,
): Promise<Record<string, string> | null> {
  const { visitors: db, config } = context()
  const { goesTo }: Pick<Outcome, 'goesTo'> = outcome
  if (goesTo?.to === 'address')
    return isOnSite(goesTo.address, await readSites(db, live.workspaceId)) ? { location: goesTo.address } : null
  if (goesTo?.to !== 'form') return null
  const next = await findLiveForm(db, goesTo.form)
  if (next?.workspaceId !== live.workspaceId || next.closed) return null
  const keeping = new Keeping(
    next.slug,
    next.workspaceId,
    config.LICHEN_URL.startsWith('https:'),
    next.form.framedBy.length > 0,
  )
  const proof = proofOf(config.LICHEN_SECRET, next.formId, submission, 'sent')
  // From a page of another site it leads back to us.
  const site = through === 'page' ? baseOf(config.LICHEN_URL, next.host) : ''
  return { location: `${site}${nextAddress(next.slug, link)}`, 'set-cookie': keeping.before(submission, proof) }
}
