import { addressOf, ownHostsOf } from '../hosts/base'
import { momentIn } from '@/core/formats/zone'
import { context } from '../context'
import { count, ofAsker, tooMany } from '../door/limits'
import { inTurn } from '../door/turns'
import { isTemporary } from '../failures'
import type { ReceivedForm } from '../files/receiveForm'
import { tagsOfFrame } from '@/core/sources/source'
import { findAskedForm, findShownForm, inLanguage } from '../forms/live'
import { LineIsFull } from '../line'
import { log } from '../log'
import { databaseAway, problem } from '../problem'
import { Busy } from '../submissions/storeInBatch'
import { claimVisit } from '../visits/claim'
import { openForm } from '../visits/openForm'
import { TooManyGuesses } from '../visits/holder_of_link'
import { progressSchema, recordProgress } from '../visits/recordProgress'
import { closedHtml, formHtml, noFormHtml, saidHtml, tooManyHtml } from './html'
import { languageFor, languagesWanted } from './language'
import { lookBelow, serveLook } from './look'
import { sayTurns } from '../visits/turns'
import { answerOembed, oembedAddress } from './oembed'
import { drawShare, markOfShare } from './share_picture'
import { pictureAddressOf, sharePictureOf } from './shared'
import { answerKnown } from './outcome'
import { giveSigns } from './signs'
import { postJson, postPage } from './post'
import { withdrawBrowser } from '@/db/queries/browsers'
import { NOT_ME, remembering } from './remembering'
import {
  BadBody,
  browserRemembering,
  isPlaced,
  isTestLink,
  Keeping,
  linkSecret,
  readJson,
  rememberedVisit,
  tellVisitor,
  type VisitorCall,
  withoutSecret,
} from './request'

type Reply = (call: VisitorCall) => Promise<Response>

/** Nobody waits longer than this for a database that may be away, in milliseconds. */
const PATIENCE = 3000

/** Answers everything under `/f/`: the page, what it tells while it is filled in, and what is sent. */
export async function serveVisitor(
  request: Request,
  slug: string,
  part: string | null,
  sent: ReceivedForm | null,
): Promise<Response> {
  const mark = /^look-(.*)\.css$/.exec(part ?? '')?.[1]
  if (mark !== undefined)
    return request.method === 'GET'
      ? patiently(lookSheet(request, slug, mark)).catch(databaseAway)
      : problem(405, 'This address takes GET.', {}, { allow: 'GET' })
  const inWords = (part === null || part === NOT_ME) && forPeople(request)
  return answerPatiently(request, slug, inWords, () => answer(request, slug, part, inWords, sent))
}

/** Answers in its turn, and whatever keeps it from that: `inWords` for people, whose browser shows what it gets. */
export async function answerPatiently(
  request: Request,
  slug: string,
  inWords: boolean,
  work: () => Promise<Response>,
): Promise<Response> {
  const { presence } = context()
  try {
    if (presence.isAway) return inWords ? awayHtml(request) : databaseAway()
    return await inTurn(() => patiently(work()))
  } catch (error) {
    if (error instanceof BadBody) return problem(400, error.message)
    if (error instanceof TooManyGuesses) {
      const words = request.method === 'POST' ? 'sent_often' : 'opened_often'
      return inWords ? tooManyHtml(error.wait, languageFor(request), words) : tooMany(error.wait)
    }
    if (error instanceof LineIsFull) return inWords ? tooManyHtml(2, languageFor(request), 'sent_often') : tooMany(2)
    const away = error instanceof TooLong || error instanceof Busy || isTemporary(error)
    log.error({ error, away, form: slug }, 'A visitor’s request failed')
    presence.tell(error)
    if (error instanceof TooLong) void presence.doubt()
    if (away) return inWords ? awayHtml(request) : databaseAway()
    return inWords
      ? saidHtml(500, languageFor(request), 'wrong_title', 'went_wrong')
      : problem(500, 'Something went wrong on our side.')
  }
}

/** The style sheet of a form's look. Where it cannot be had, pages look plain and work all the same. */
async function lookSheet({ url }: Request, slug: string, mark: string): Promise<Response> {
  const { searchParams } = new URL(url)
  const live = await findAskedForm(context().visitors, slug)
  if (!live) return problem(404, 'There is no live form at this address.')
  const part = searchParams.has('placed') ? 'placed' : searchParams.has('letters') ? 'letters' : 'all'
  return serveLook(live.form, live.theme, mark, part)
}

/** A person's browser shows what it gets; a program or the page's script reads it. */
const forPeople = (request: Request): boolean => !(request.headers.get('content-type')?.includes('json') ?? false)

class TooLong extends Error {}

async function patiently(work: Promise<Response>): Promise<Response> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, fail) => {
    timer = setTimeout(() => fail(new TooLong('No answer from the database in time')), PATIENCE)
  })
  try {
    return await Promise.race([work, late])
  } finally {
    clearTimeout(timer)
    // What comes after nobody waits any more is only worth a line.
    work.catch((error: unknown) => log.debug({ error }, 'Too late to be told'))
  }
}

async function answer(
  request: Request,
  slug: string,
  part: string | null,
  inWords: boolean,
  sent: ReceivedForm | null,
): Promise<Response> {
  const reply = replyTo(request, part)
  if (!reply) {
    const allow = part === null ? 'GET, HEAD, POST' : isRead(part) ? 'GET' : 'POST'
    return problem(405, `This address takes ${allow}.`, {}, { allow })
  }
  const { visitors: db, config } = context()
  const live = await findAskedForm(db, slug)
  if (!live) return inWords ? noFormHtml(languageFor(request)) : problem(404, 'There is no live form at this address.')
  const secure = config.LICHEN_URL.startsWith('https:')
  const keeping = new Keeping(slug, live.workspaceId, secure, live.form.framedBy.length > 0)
  return reply({ request, live, keeping, sent })
}

/** Whether it is only read. */
const isRead = (part: string | null): boolean => part === 'oembed' || (part?.startsWith('share-') ?? false)

function replyTo({ method, headers }: Request, part: string | null): Reply | null {
  if (isRead(part)) return method !== 'GET' ? null : part === 'oembed' ? getOembed : getSharePicture
  if (part !== null) return method !== 'POST' ? null : part === NOT_ME ? postNotMe : postProgress
  if (method === 'GET') return getPage
  if (method === 'HEAD')
    return async () => new Response(null, { headers: { 'content-type': 'text/html; charset=utf-8' } })
  if (method !== 'POST') return null
  return headers.get('content-type')?.includes('json') ? postJson : postPage
}

async function awayHtml(request: Request): Promise<Response> {
  const language = languageFor(request)
  const page = await (request.method === 'POST'
    ? saidHtml(503, language, 'unsent_title', 'unsent')
    : saidHtml(503, language, 'away_title', 'away'))
  page.headers.set('retry-after', '2')
  return page
}

/** The page. A personal link's secret leaves the address at once, for a cookie that only this form gets. */
const getPage: Reply = async ({ request, live: released, keeping }) => {
  const live = inLanguage(released, languagesWanted(request))
  const url = new URL(request.url)
  // Not for good: it may have its old address back one day.
  if (keeping.slug !== live.slug)
    return new Response(null, { status: 307, headers: { location: `/f/${live.slug}${url.search}` } })
  const isTest = isTestLink(context().config.LICHEN_SECRET, live.formId, url)
  const placed = isPlaced(request)
  if (live.closed && !isTest) return closedHtml(live, placed)
  const wait = count(...ofAsker('start', live.slug))
  if (wait > 0) return tooManyHtml(wait, languageFor(request), 'opened_often')
  const { visitors: db, config } = context()
  const secret = linkSecret(request)
  const action = withoutSecret(url, secret !== null)
  const referrer = request.headers.get('referer')
  const frame = frameOf(request)
  const tags = frame === null ? [] : tagsOfFrame(frame, url.searchParams)
  // The page’s tags go on in the frame’s own address, so that whatever the frame sends has them.
  if (tags.length > 0) {
    for (const [name, value] of tags) url.searchParams.append(name, value)
    return new Response(null, { status: 303, headers: { location: `${url.pathname}${url.search}` } })
  }
  if (url.searchParams.has('k') && isNavigation(request))
    return new Response(null, {
      status: 303,
      headers: { location: action, 'set-cookie': secret ? keeping.link(secret) : keeping.forgetLink() },
    })
  const visitor = await tellVisitor(db, live, {
    link: url.searchParams,
    k: secret,
    pageBefore: url.searchParams.get('page_before') || referrer,
    request,
    told: { frame },
  })
  const remembered = rememberedVisit(request, config.LICHEN_SECRET, live.formId)
  const given = isTest ? 'test' : 'visit'
  const opened = await openForm(db, live, visitor, remembered, given, ownHostsOf(config.LICHEN_URL, live.hosts), null)
  const own = addressOf(config.LICHEN_URL, live.host, live.slug)
  const isDone = opened.turns.allKnown && live.form.turns.allKnown === 'outcome'
  // Whoever is known by their browser may be somebody else, and must be able to say so.
  const response =
    isDone && !visitor.holder?.browser
      ? await answerKnown(live, opened, placed)
      : await formHtml({
          form: opened.form,
          turns: opened.turns,
          turnsSaid: sayTurns(live, opened.pass.id, opened.turns),
          language: live.language,
          speech: live.speech,
          look: lookBelow(`/f/${live.slug}`, live.form, live.theme, placed),
          release: live.number,
          values: opened.values,
          carried: opened.carried,
          onPage: opened.onPage,
          wordingValues: opened.values,
          step: opened.step,
          errors: [],
          notice: null,
          pass: opened.pass,
          signs: await giveSigns(live, opened.pass.id),
          pageBefore: visitor.asked?.before ?? visitor.pageBefore,
          framedBy: visitor.asked?.frame ?? visitor.framedBy ?? null,
          mayKeepOrigin: visitor.asked?.agreed ?? null,
          alone: placed || request.headers.get('sec-fetch-dest') === 'document',
          now: momentIn(live.timeZone, new Date()),
          // What is known of somebody is nobody's to link to.
          linked:
            visitor.holder || given === 'test'
              ? null
              : {
                  address: own,
                  picture: pictureAddressOf(live, own),
                  embedded: live.form.framedBy.length > 0 ? oembedAddress(own) : null,
                },
          action,
          resumed: opened.resumed,
          greeting: visitor.formBefore?.title ?? null,
          remembering: remembering(live, visitor, { proven: true, test: given === 'test' }, action),
          mode: given === 'test' ? 'test' : 'live',
        })
  response.headers.append('set-cookie', keeping.visit(opened.pass))
  if (secret) response.headers.append('set-cookie', keeping.link(secret))
  return response
}

/** Address of the page that a form is framed by, or stands in, as far as the browser tells; `null` where it is on its own. */
function frameOf(request: Request): string | null {
  const { headers } = request
  const page = headers.get('referer')
  const framed = ['iframe', 'frame'].includes(headers.get('sec-fetch-dest') ?? '') || isPlaced(request)
  return framed && page && URL.canParse(page) ? page : null
}

/** Whether a browser goes to a page, and shows its address: older ones say so only by what they take. */
function isNavigation({ headers }: Request): boolean {
  const mode = headers.get('sec-fetch-mode')
  return mode === null ? (headers.get('accept')?.includes('text/html') ?? false) : mode === 'navigate'
}

/** How the page is embedded by whoever has a link to it. */
const getOembed: Reply = ({ request, live }) => {
  const wait = count(...ofAsker('start', live.slug))
  return wait > 0 ? Promise.resolve(tooMany(wait)) : answerOembed(request, live)
}

/** The picture that a link to the page is shown with: kept for good by whoever asked for just this one. */
const getSharePicture: Reply = async ({ request, live: released }) => {
  const live = inLanguage(released, languagesWanted({ url: request.url, headers: new Headers() }))
  const wait = count(...ofAsker('start', live.slug))
  if (wait > 0) return tooMany(wait)
  const picture = sharePictureOf(live)
  const isThis = new URL(request.url).pathname.endsWith(`/share-${markOfShare(picture)}.png`)
  return new Response(new Uint8Array(await drawShare(picture)), {
    headers: {
      'content-type': 'image/png',
      'cache-control': isThis ? 'public, max-age=31536000, immutable' : 'no-cache',
      'cross-origin-resource-policy': 'cross-origin',
    },
  })
}

/** Somebody in a browser says that they are not whom it remembers: it knows nobody from then on. */
const postNotMe: Reply = async ({ request, live, keeping }) => {
  const wait = count(...ofAsker('progress', live.slug))
  if (wait > 0) return tooManyHtml(wait, languageFor(request), 'opened_often')
  const browser = browserRemembering(request, live)
  if (browser !== null) await withdrawBrowser(context().visitors, live.workspaceId, browser, true)
  const { search } = new URL(request.url)
  return new Response(null, {
    status: 303,
    headers: { location: `/f/${live.slug}${search}`, 'set-cookie': keeping.forgetBrowser() },
  })
}

/** How far a visit has come. */
const postProgress: Reply = async ({ request, live }) => {
  const wait = count(...ofAsker('progress', live.slug))
  if (wait > 0) return tooMany(wait)
  const { visitors: db, config } = context()
  const { release, before = null, frame, origin, ...progress } = await readJson(request, progressSchema)
  const visit = claimVisit(config.LICHEN_SECRET, live.formId, progress, false)
  if (!visit) return problem(403, 'This visit belongs to another browser.')
  const shown = (release && (await findShownForm(db, live, release))) || live
  const { searchParams: link } = new URL(request.url)
  const given = { link, k: linkSecret(request), pageBefore: before, request, told: { frame, origin } }
  const visitor = await tellVisitor(db, live, given)
  await recordProgress(db, shown, progress, visitor, visit, ownHostsOf(config.LICHEN_URL, shown.hosts), null)
  return new Response(null, { status: 204 })
}
