import { createHash, randomUUID } from 'node:crypto'
import { type Came, cameAsFields, cameAsJson, saysWhose } from '@/core/inlets/came'
import { isUnderstood } from '@/core/inlets/read_came'
import { isTooDeep } from '@/core/formats/text'
import { findAskedInlet, findPostState, keepPost, type StoredInlet, type StoredPost } from '@/db/queries/inlets'
import type { ToldWithPost } from '@/db/schema_of_inlets'
import { context } from '../context'
import { askedHostOf } from '../door/asker'
import { count, of, ofAsker, tooMany } from '../door/limits'
import { factsFor } from '../forms/facts'
import { findLiveForm, inLanguage, type LiveForm } from '../forms/live'
import { problem } from '../problem'
import { trustSender } from '../submissions/acceptSubmission'
import { nameSent, pageAround } from '../visitor/elsewhere'
import { closedHtml, noFormHtml, saidHtml, tooManyHtml } from '../visitor/html'
import { languageFor, languagesAccepted } from '../visitor/language'
import { answerOutcome } from '../visitor/outcome'
import { BadBody, isTestLink, Keeping } from '../visitor/request'
import { answerPatiently } from '../visitor/serve'
import { judgeSender, trustHolder } from '../visitor/signs'
import { StepPost } from '../visitor/step_post'
import { givePass, proofOf } from '../visits/secret'
import type { ReceivedPost } from './receive_post'
import { isSigned } from './secret'
import { asTheyCallIt, type TakenPost, takePost } from './take_post'

/** Where forms built elsewhere send to: the address of a form, and the name of its inlet. */
export const INLETS = /^\/f\/([^/]*)\/in\/([^/]*)\/?$/

/** What scripts of pages elsewhere may send beside a post. */
const SENT = 'content-type, idempotency-key, webhook-id, webhook-timestamp, webhook-signature'

/** Longest key that tells one post from another. */
const LONGEST_KEY = 200

/** Answers whatever is sent to an inlet; `received` is what came with files in it, which is read as it comes. */
export function serveInlet(
  request: Request,
  slug: string,
  name: string,
  received: ReceivedPost | null,
): Promise<Response> {
  const inWords = wantsWords(request)
  return answerPatiently(request, slug, inWords, async () => {
    const inlet = await findAskedInlet(context().visitors, slug, name)
    const hostOf = askedHostOf()
    if (!inlet || (hostOf !== null && hostOf !== inlet.workspaceId))
      return inWords ? noFormHtml(languageFor(request)) : problem(404, 'There is no inlet at this address.')
    const mayShare = mayShareWith(inlet, request)
    const response = await answerAt(inlet, request, received, inWords)
    if (mayShare !== null) {
      response.headers.set('access-control-allow-origin', mayShare)
      response.headers.append('vary', 'origin')
    }
    return response
  })
}

/** A person’s browser shows what it gets; a program, or a script of their page, reads it. */
const wantsWords = ({ headers }: Request): boolean =>
  (headers.get('accept')?.includes('text/html') ?? false) && !(headers.get('content-type')?.includes('json') ?? false)

/** The site whose scripts may read what is answered (CORS, WHATWG Fetch); `null` for none. */
function mayShareWith({ settings }: StoredInlet, { headers }: Request): string | null {
  const origin = headers.get('origin')
  return origin !== null && (settings.sites.length === 0 || settings.sites.includes(origin)) ? origin : null
}

async function answerAt(
  inlet: StoredInlet,
  request: Request,
  received: ReceivedPost | null,
  inWords: boolean,
): Promise<Response> {
  if (request.method === 'OPTIONS')
    return new Response(null, {
      status: 204,
      headers: {
        'access-control-allow-methods': 'POST',
        'access-control-allow-headers': SENT,
        'access-control-max-age': '600',
      },
    })
  if (request.method !== 'POST') return problem(405, 'This address takes POST.', {}, { allow: 'POST, OPTIONS' })
  const { sites } = inlet.settings
  const from = pageAround(request)
  if (sites.length > 0 && from !== null && !sites.includes(from.origin))
    return problem(403, 'Pages of this site may not send here.')
  const body = received ? null : await request.text()
  const isTrusted = inlet.secret !== null
  if (isTrusted) {
    if (body === null) return problem(415, 'What is signed is sent as JSON or as fields, without files.')
    if (!isSigned({ ...inlet, secret: inlet.secret as Buffer }, body, request.headers))
      return problem(401, 'The signature is missing, wrong or too old.')
  }
  // Whoever signs counts by their inlet alone.
  const wait = isTrusted ? count(...of('token', inlet.id)) : count(...ofAsker('send', inlet.slug))
  if (wait > 0) return inWords ? tooManyHtml(wait, languageFor(request), 'sent_often') : tooMany(wait)
  const live = await findLiveForm(context().visitors, inlet.slug)
  const isTest = isTestLink(context().config.LICHEN_SECRET, inlet.formId, new URL(request.url))
  if (live?.closed && !isTest)
    return inWords ? closedHtml(inLanguage(live, languagesAccepted(request))) : problem(403, 'This form is closed.')
  const came = received ? received.came : readBody(request, body ?? '')
  if (came === null) return problem(413, 'There are more fields than are taken.')
  if (came.every(([, said]) => said === '')) return problem(422, 'There is nothing in it.')
  const kept = await keep(inlet, request, came, received, isTest)
  if (!kept) return problem(422, 'Something else was sent with this key before.')
  const taken = live && isUnderstood(live.form, inlet.name) ? await take(inlet, live, kept, isTrusted) : null
  return inWords ? answerInWords(inlet, live, request, kept, taken) : answerProgram(inlet, kept, taken)
}

/** The fields of a body, in one of the ways that forms and programs send them; `null` where there are too many. */
function readBody({ headers }: Request, body: string): Came | null {
  const type = headers.get('content-type')?.split(';')[0]?.trim().toLowerCase() ?? ''
  if (type === '' || type === 'application/x-www-form-urlencoded') return cameAsFields(new URLSearchParams(body))
  if (!type.includes('json')) throw new BadBody('Send fields of a form, or JSON.')
  let json: unknown
  try {
    json = JSON.parse(body)
  } catch {
    throw new BadBody('The body is not JSON.')
  }
  if (typeof json !== 'object' || json === null || Array.isArray(json)) throw new BadBody('The body is no JSON object.')
  if (isTooDeep(json)) throw new BadBody('The body is nested too deeply.')
  return cameAsJson(json)
}

/** Keeps what came, or finds what it is the same as; `null` where its key was that of something else. */
async function keep(
  inlet: StoredInlet,
  request: Request,
  came: Came,
  received: ReceivedPost | null,
  test: boolean,
): Promise<StoredPost | null> {
  const { visitors: db, config } = context()
  const said = came.map(([name, one]) => [name, typeof one === 'string' ? one : [one.name, one.bytes]])
  const digest = createHash('sha256').update(JSON.stringify(said)).digest('base64url')
  const pass = received?.pass ?? givePass(config.LICHEN_SECRET, inlet.formId, test ? 'test' : 'visit')
  const { kept, post } = await keepPost(db, {
    id: randomUUID(),
    inletId: inlet.id,
    workspaceId: inlet.workspaceId,
    keys: keysOf(inlet, request, came, digest),
    digest,
    came,
    told: toldBy(request),
    visitId: pass.id,
    test,
    at: null,
    files: received?.files ?? [],
  })
  return kept || post.digest === digest ? post : null
}

/** What tells that a post is the same as one before: its sender’s own key; else, where it says whose it is, what was just sent. */
function keysOf({ id }: StoredInlet, { headers }: Request, came: Came, digest: string): [string, ...string[]] {
  const key = headers.get('idempotency-key') ?? headers.get('webhook-id')
  if (key !== null && key !== '' && key.length <= LONGEST_KEY) return [`given ${key}`]
  return saysWhose(came) ? nameSent(id, { digest }) : [randomUUID()]
}

function toldBy(request: Request): ToldWithPost {
  const parameters = [...new URL(request.url).searchParams].filter(([name]) => name !== 'test').slice(0, 30)
  const page = pageAround(request)?.href ?? null
  return {
    parameters,
    page: page && page.length <= 2000 ? page : null,
    languages: languagesAccepted(request).slice(0, 10),
  }
}

/** Takes what came just now; what was taken or held before gets the same answer. */
async function take(inlet: StoredInlet, live: LiveForm, post: StoredPost, isTrusted: boolean): Promise<TakenPost> {
  const trusted = isTrusted ? trustSender : judgeSender(live, null, { elsewhere: true })
  return takePost(context().visitors, inlet, live, post, post.test ? trustHolder(live) : trusted, null)
}

async function answerProgram(inlet: StoredInlet, post: StoredPost, taken: TakenPost | null): Promise<Response> {
  if (taken?.is === 'taken') {
    const { submission, outcome } = taken.accepted
    return Response.json(
      { post: post.id, is: 'taken', submission, outcome: { ...outcome, because: undefined } },
      { status: 201 },
    )
  }
  if (taken?.is === 'held') {
    const errors = asTheyCallIt(taken.live.form, inlet.name, taken.wrong)
    return problem(422, 'Some answers are wrong. What came is kept.', { post: post.id, is: 'held', errors })
  }
  // Somebody else may have taken it meanwhile.
  const is = (await findPostState(context().visitors, post.id)) ?? 'waiting'
  return Response.json({ post: post.id, is }, { status: 202 })
}

/** Answers a person: on their own pages where the inlet names some, and else on ours, where what is wrong can be mended. */
async function answerInWords(
  inlet: StoredInlet,
  released: LiveForm | null,
  request: Request,
  post: StoredPost,
  taken: TakenPost | null,
): Promise<Response> {
  const { sentPage, wrongPage } = inlet.settings
  if (taken?.is === 'taken')
    return answerOutcome(taken.live, taken.visitor, taken.accepted, 303, sentPage === null ? null : new URL(sentPage))
  if (taken?.is !== 'held' || released === null)
    return sentPage === null
      ? saidHtml(200, languageFor(request), 'kept_title', 'kept')
      : new Response(null, { status: 303, headers: { location: sentPage } })
  if (wrongPage !== null) {
    const to = new URL(wrongPage)
    for (const { name } of asTheyCallIt(taken.live.form, inlet.name, taken.wrong)) to.searchParams.append('wrong', name)
    return new Response(null, { status: 303, headers: { location: to.href } })
  }
  return askAgain(released, post, taken)
}

/** Our own page with what came in its boxes, and what is wrong beside them. It goes on with the visit of the post. */
async function askAgain(
  released: LiveForm,
  post: StoredPost,
  { visitor, values, wrong }: Extract<TakenPost, { is: 'held' }>,
): Promise<Response> {
  const live = inLanguage(released, post.told.languages)
  const { LICHEN_SECRET: secret, LICHEN_URL: ours } = context().config
  const visit = { id: post.visitId, proven: true, test: post.test }
  const facts = await factsFor(live, visit, values, new Date())
  const page = new StepPost(live, visitor, values, visit, `/f/${live.slug}`, facts)
  const response = await page.showErrors(wrong)
  const keeping = new Keeping(live.slug, live.workspaceId, ours.startsWith('https:'), live.form.framedBy.length > 0)
  response.headers.append('set-cookie', keeping.visit({ id: visit.id, proof: proofOf(secret, live.formId, visit.id) }))
  return response
}
