import { emailIn } from '@/core/records/match'
import type { Answers } from '@/core/answers/answer'
import type { Form } from '@/core/form/definition'
import { questionsAsked } from '@/core/form/values'
import { tagsOfFrame } from '@/core/sources/source'
import { findSent } from '@/db/queries/submissions'
import { context } from '../context'
import { askerNetwork } from '../door/asker'
import type { LiveForm } from '../forms/live'
import { idForSent } from '../visits/secret'

/** What comes from pages of other sites that ask a form in HTML of their own. */

/** Fields of such a page that say where its visitor goes on, on a site that may send. */
export const GOES_ON = { sent: '_sent', wrong: '_wrong' } as const

/**
 * The page of another site that something was sent from, as its browser tells: whole where the site lets it, else no more
 * than the site. `null` where it came from a page of ours, or does not say.
 */
export function pageAround({ headers, url }: Request): URL | null {
  const origin = headers.get('origin') ?? ''
  if (!URL.canParse(origin) || origin === new URL(url).origin) return null
  const page = headers.get('referer') ?? ''
  return URL.canParse(page) && new URL(page).origin === origin ? new URL(page) : new URL(origin)
}

/** Whether a form lets pages of this site send to it. */
export const maySend = (form: Form, page: URL | null): page is URL =>
  page !== null && form.sentFrom.includes(page.origin)

/**
 * What such a page tells beside its answers, as the parameters of a link would: what stands in its form's address, the tags
 * of the page's own where that has none, and every field that is no question's.
 */
export function parametersSent(
  form: Form,
  request: Request,
  fields: Readonly<Record<string, unknown>>,
  page: URL | null,
): [string, unknown][] {
  const { searchParams } = new URL(request.url)
  const asked = new Set(questionsAsked(form).map(({ question }) => question.name))
  const beside = Object.entries(fields).filter(([name]) => !name.startsWith('_') && !asked.has(name))
  return [...searchParams, ...tagsOfFrame(page?.href ?? null, searchParams), ...beside]
}

/** An address that such a page names, where it is on a site that may send. */
export function addressOn({ sentFrom }: Form, text: string | undefined): URL | null {
  const address = text !== undefined && URL.canParse(text) ? new URL(text) : null
  return address && sentFrom.includes(address.origin) ? address : null
}

/** For how long the same of the same person is the same, sent twice; in milliseconds. */
const TWICE = 30_000

/** What is sent within half a minute from one network is called by these, the one of just now first: the same is the same. */
export function nameSent(about: string, fields: Readonly<Record<string, unknown>>): [now: string, before: string] {
  const turn = Math.floor(Date.now() / TWICE)
  const idAt = (at: number) =>
    idForSent(
      context().config.LICHEN_SECRET,
      about,
      JSON.stringify([at, askerNetwork(), Object.entries(fields).sort()]),
    )
  return [idAt(turn), idAt(turn - 1)]
}

/**
 * The visit of what came whole. No visit was given to its page, so that who presses twice is told from who sends twice by
 * what was sent, where it says whose it is, and by when: within half a minute it is one. `null` where it does not say.
 */
export async function visitOfSent(
  { formId, form }: LiveForm,
  fields: Readonly<Record<string, unknown>>,
  answers: Answers,
): Promise<string | null> {
  if (emailIn(form, answers) === null) return null
  const [now, before] = nameSent(formId, fields)
  return (await findSent(context().visitors, formId, before)) ? before : now
}
