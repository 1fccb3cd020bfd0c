import { readBoxes } from '@/core/form/boxes'
import { knownToken } from '../access/token'
import { context } from '../context'
import { count, of, ofAsker, tooMany } from '../door/limits'
import { findShownForm, inLanguage, type LiveForm } from '../forms/live'
import { factsFor } from '../forms/facts'
import { problem } from '../problem'
import { acceptSubmission, trustSender } from '../submissions/acceptSubmission'
import { type ClaimedVisit, claimVisit } from '../visits/claim'
import { ownHostsOf } from '../hosts/base'
import { recordOrigin } from '../visits/recordProgress'
import { givePass, idForSent } from '../visits/secret'
import { type BrowserPass, rememberHolder } from '../visits/remembered'
import { releaseNumberSchema } from '../visits/visitor'
import { maySend, pageAround, parametersSent } from './elsewhere'
import { closedHtml, tooManyHtml } from './html'
import { languageFor, languagesWanted } from './language'
import { answerOutcome } from './outcome'
import {
  isTestLink,
  type Keeping,
  keySchema,
  linkSecret,
  readFields,
  readSentJson,
  type SentJson,
  tellVisitor,
  type VisitorCall,
  withoutSecret,
} from './request'
import { judgeOf, StepPost, textIn } from './step_post'

/** Takes answers sent as JSON, by the page's script or by any program. */
export async function postJson(call: VisitorCall): Promise<Response> {
  const { request, live } = call
  const trusted = await isTrusted(request, live)
  if (trusted === null) return problem(401, 'The token is not one of this form’s workspace, or may not send.')
  // Programs with a token count by it alone.
  const counted = trusted ? of('token', request.headers.get('authorization') ?? '') : ofAsker('send', live.slug)
  const wait = count(...counted)
  if (wait > 0) return tooMany(wait)
  const sent = await readSentJson(request)
  const key = keySchema.safeParse(request.headers.get('idempotency-key')).data
  const forPage = request.headers.get('accept')?.includes('text/html') ?? false
  if (!Array.isArray(sent)) return takeJson(call, sent, { trusted, forPage, key: sent.key ?? key })
  if (!trusted) return problem(401, 'Only programs with a token send many at once.')
  const answers = await Promise.all(
    sent.map(async (one, n) => {
      const often = n === 0 ? 0 : count(...counted)
      const how = { trusted, forPage: false, key: one.key ?? (key === undefined ? key : `${key} ${n}`) }
      const answer = often > 0 ? tooMany(often) : await takeJson(call, one, how)
      return { status: answer.status, ...((await answer.json()) as object) }
    }),
  )
  return Response.json({ batch: answers })
}

/** Takes one of what was sent as JSON: `key` tells the same, sent again, from another; `forPage` that a page shows what it gets. */
async function takeJson(
  { request, live, keeping }: VisitorCall,
  sent: SentJson,
  { trusted, forPage, key: given }: { trusted: boolean; forPage: boolean; key: string | undefined },
): Promise<Response> {
  const { visitors: db, config } = context()
  // A stranger’s key says nothing: anybody could use it.
  const key = trusted ? given : undefined
  const found = sent.release ? await findShownForm(db, live, sent.release) : live
  const shown = found && inLanguage(found, languagesWanted(request, sent.language))
  if (!shown) return problem(409, 'The form has changed since this page was opened.', { release: live.number })
  const visitor = await tellVisitor(db, shown, {
    // A page sends to the address that it has itself, with its parameters.
    link: sent.link ? Object.entries(sent.link) : new URL(request.url).searchParams,
    k: sent.k ?? linkSecret(request),
    pageBefore: sent.before,
    request,
    told: sent,
  })
  const visit =
    key === undefined
      ? claimVisit(config.LICHEN_SECRET, live.formId, sent, trusted)
      : visitOfKey(config.LICHEN_SECRET, live, key)
  const judge = trusted ? trustSender : judgeOf(live, visitor, visit, sent)
  await recordOrigin(db, shown, visitor, visit, ownHostsOf(config.LICHEN_URL, live.hosts))
  const accepted = await acceptSubmission(db, shown, sent.values, visitor, visit, judge, null)
  if (accepted.ok) {
    const { submission, outcome } = accepted
    const response = forPage
      ? await answerOutcome(shown, visitor, accepted, 200)
      : Response.json({ submission, outcome: { ...outcome, because: undefined } })
    response.headers.append('set-cookie', keeping.forgetLink())
    if (sent.remember)
      await remember(response, keeping, rememberHolder(db, shown, visitor, visit, accepted.values, null))
    return response
  }
  switch (accepted.why) {
    case 'wrong':
      return problem(422, 'Some answers are wrong.', { errors: accepted.errors })
    case 'sent before':
      return key === undefined
        ? problem(409, 'This visit has sent already.')
        : problem(422, 'Something else was sent with this key before.')
    case 'too many':
      return tooMany(accepted.wait)
    case 'closed':
      // The page's script shows whatever page it gets.
      return forPage ? closedHtml(shown) : problem(403, 'This form is closed.')
  }
}

/** The visit of what a program sends with a key: the same of the same key gives the first answer again. */
const visitOfKey = (secret: string, { formId, workspaceId }: LiveForm, key: string): ClaimedVisit => ({
  id: idForSent(secret, formId, JSON.stringify(['key', workspaceId, key])),
  proven: false,
  test: false,
})

/** Whether a program shows a token of the form's workspace that may send; `null` when it shows another. */
async function isTrusted(request: Request, live: LiveForm): Promise<boolean | null> {
  const authorization = request.headers.get('authorization')
  if (!authorization) return false
  const token = await knownToken(context().visitors, authorization)
  return token?.workspaceId === live.workspaceId && token.rights.has('answer') ? true : null
}

/** Takes one step of a plain HTML form, from a browser that runs no script. */
export async function postPage(call: VisitorCall): Promise<Response> {
  const { request, live, keeping, sent } = call
  const wait = count(...ofAsker('send', live.slug))
  if (wait > 0) return tooManyHtml(wait, languageFor(request), 'sent_often')
  const { visitors: db, config } = context()
  const url = new URL(request.url)
  const fields = await readFields(call)
  const own = ownFields(fields)
  // Every page of ours names its step.
  if (textIn(fields, '_step') === undefined) return postFromElsewhere(call, fields)
  const secret = linkSecret(request)
  const shown = await findShownForm(db, live, own.release ?? live.number)
  const visitor = await tellVisitor(db, shown ?? live, {
    link: url.searchParams,
    k: secret,
    pageBefore: own.before,
    request,
    told: own,
  })
  const visit = claimVisit(config.LICHEN_SECRET, live.formId, own, false)
  const action = withoutSecret(url, secret !== null)
  const form = inLanguage(shown ?? live, languagesWanted(request, own.switchTo ?? own.language))
  const typedIn = inLanguage(shown ?? live, languagesWanted(request, own.language))
  const entered = { ...fields, ...readBoxes(form.form.steps, fields, typedIn.speech) }
  const facts = await factsFor(form, visit, entered, new Date())
  const page = new StepPost(form, visitor, entered, visit, action, facts)
  const response = await page.answer(shown === null, sent?.refused ?? [])
  if (page.sent) response.headers.append('set-cookie', keeping.forgetLink())
  if (page.sent && own.remember)
    await remember(response, keeping, rememberHolder(db, form, visitor, visit, page.sent, null))
  return response
}

/** Takes the whole of a form, as a page of another site sends it that asks it in HTML of its own. */
async function postFromElsewhere(call: VisitorCall, fields: Record<string, unknown>): Promise<Response> {
  const { request, live, keeping, sent } = call
  const { visitors: db, config } = context()
  const url = new URL(request.url)
  const page = pageAround(request)
  const form = inLanguage(live, languagesWanted(request, textIn(fields, '_language')))
  const visitor = await tellVisitor(db, live, {
    link: parametersSent(live.form, request, fields, page),
    k: linkSecret(request),
    pageBefore: textIn(fields, '_before'),
    request,
    told: { ...ownFields(fields), frame: page?.href, through: 'html' },
  })
  const { LICHEN_SECRET: secret } = config
  const given = isTestLink(secret, live.formId, url) ? 'test' : 'visit'
  if (live.closed && given !== 'test') return closedHtml(form)
  const pass = sent?.pass ?? givePass(secret, live.formId, given)
  const visit = { id: pass.id, proven: true, test: given === 'test' }
  const entered = { ...fields, ...readBoxes(form.form.steps, fields, form.speech) }
  const facts = await factsFor(form, visit, entered, new Date())
  const action = withoutSecret(url, linkSecret(request) !== null)
  const post = new StepPost(form, visitor, entered, visit, action, facts)
  const response = await post.answerWhole(maySend(live.form, page), sent?.refused ?? [])
  if (post.sent) response.headers.append('set-cookie', keeping.forgetLink())
  // What came is gone on with, also from a page of theirs that leads here.
  else response.headers.append('set-cookie', keeping.visit(pass))
  return response
}

/** Gives a browser what it will be known again by, where it is to be. */
async function remember(response: Response, keeping: Keeping, known: Promise<BrowserPass | null>): Promise<void> {
  const pass = await known
  if (pass) response.headers.append('set-cookie', keeping.browser(pass))
}

/** What a page says of itself. */
const ownFields = (entered: Readonly<Record<string, unknown>>) => ({
  visit: textIn(entered, '_visit'),
  proof: textIn(entered, '_proof'),
  release: releaseNumberSchema.safeParse(textIn(entered, '_release')).data,
  before: textIn(entered, '_before'),
  frame: textIn(entered, '_frame'),
  zone: textIn(entered, '_zone'),
  screen: textIn(entered, '_screen'),
  /** The language the page is in, and the one that it is to be in next. */
  language: textIn(entered, '_language'),
  switchTo: textIn(entered, '_in'),
  remember: textIn(entered, '_remember'),
  origin: textIn(entered, '_origin'),
  turns: textIn(entered, '_turns'),
})
