import { languageOf } from '@/core/language/languages'
import { VISIT_HEADER } from '@/visitor/visit_header'
import { createHmac, randomBytes, randomUUID } from 'node:crypto'
import type { IncomingMessage, ServerResponse } from 'node:http'
import { isSoundText } from '@/core/formats/text'
import { splitWithin, within } from '@/core/rights/within'
import { context } from '../context'
import { FILES, receiveFiles } from '../files/receive'
import type { NotRead } from '../files/multipart'
import { receiveForm } from '../files/receiveForm'
import { MAILED, type MailedFor } from '../mailed/links'
import { serveMailed } from '../mailed/serve'
import { whoseHost } from '../hosts/whose'
import { receivePost } from '../inlets/receive_post'
import { INLETS, serveInlet } from '../inlets/serve_inlet'
import { LineIsFull } from '../line'
import { log, traced } from '../log'
import { IMPORTS, receiveImport } from '../imports/receiveImport'
import { PICTURES, receivePicture } from '../pictures/receivePicture'
import { databaseAway, problem } from '../problem'
import { noFormHtml, plainHtml } from '../visitor/html'
import { serveVisitor } from '../visitor/serve'
import { addressReader, countryReader } from './address'
import { askedBy, askedHostOf, isRefused } from './asker'
import { MOST_BYTES, readBytes, withBody } from './body'
import { squeezeBody } from './compress'
import { commonHeaders, studioPolicy } from './headers'
import { tooMany } from './limits'
import { watchReach } from './reached'
import { shareWithSite } from './other_sites'
import { inTurn } from './turns'

/** What may be asked at all; what may be asked of one address, it says itself. */
const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS']

type Handler = (request: IncomingMessage, response: ServerResponse) => Promise<unknown>

const VISITOR = /^\/f\/([^/]*)(?:\/(progress|not-me|oembed|share-[0-9a-f]{1,64}\.png|look-[0-9a-f]{1,64}\.css))?\/?$/

/** Scripts, styles, letters and pictures that the product comes with. */
const FILE = /^\/[\w.-]+\.\w+$/

/** What is open at host names of workspaces’ own: forms, what mails lead to, and what such pages are made of. */
const OPEN_ON_OWN = [/^\/[fm]\//, /^\/pictures\/[^/]+$/, FILE]

const nothingHtml = () => plainHtml(404, 'There is nothing here', 'The address may be mistyped.')

/**
 * The one entrance for everything over HTTP. It reads the address and the whole body within their limits,
 * knows who asks, and sets the headers every answer has; then visitors are answered here, without the way
 * through the application's router, which costs more than accepting an answer does, and everything else is
 * handed on.
 */
export function openDoor(application: Handler): (request: IncomingMessage, response: ServerResponse) => void {
  const { config } = context()
  const secure = config.LICHEN_URL.startsWith('https:')
  const readAddress = addressReader(config.LICHEN_PROXIES)
  const readCountry = countryReader(config.LICHEN_PROXIES, config.LICHEN_COUNTRY_HEADER)
  const headers = Object.entries(commonHeaders(secure))

  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    for (const [name, value] of headers) response.setHeader(name, value)
    const isOwn = askedHostOf() !== null
    const url = readUrl(
      request.url,
      isOwn ? `${new URL(config.LICHEN_URL).protocol}//${request.headers.host}` : config.LICHEN_URL,
    )
    if (!METHODS.includes(request.method ?? ''))
      return write(problem(405, 'Nothing here takes this method.', {}, { allow: METHODS.join(', ') }), response)
    if (!url) return write(problem(400, 'This address cannot be read.'), response)
    request.headers.cookie = soundCookies(request.headers.cookie)
    const { handle, path: inner } = splitWithin(url.pathname)
    const path = decodePath(inner)
    const visitor = VISITOR.exec(path ?? '')
    if (path === null || (!visitor && ![...url.searchParams].flat().every(isSoundText)))
      return write(await refuseAddress(path, url.pathname), response)
    // Only the studio is in a workspace: what visitors and programs ask for has one address.
    if (handle !== null && /^\/(?:f|m|api|schemas|_next)(?:\/|$)/.test(path))
      return write(problem(404, 'There is nothing at this address.'), response)
    if (isOwn && (handle !== null || !OPEN_ON_OWN.some((open) => open.test(path))))
      return write(await nothingHtml(), response)
    const [, form] = FILES.exec(path) ?? visitor ?? []
    if (form !== undefined && (await shareWithSite(request, response, form))) return
    if (FILES.test(path)) return receiveFiles(request, response)
    if ((path === PICTURES || path === IMPORTS) && request.method === 'POST') {
      const taken = await (path === PICTURES ? receivePicture : receiveImport)(request, url)
      return taken === 'too large' ? refuseBody(request, response) : write(taken, response)
    }

    const inlet = INLETS.exec(path)
    if (inlet) {
      const [, slug = '', name = ''] = inlet
      const received = isFormWithFiles(request) ? await receivePost(request, slug, name) : null
      if (typeof received === 'string') return refuseForm(received, request, response)
      const body = received ? null : await readBody(request, MOST_BYTES.visitor)
      if (body === 'too large') return refuseBody(request, response)
      const asked = new Request(url, { method: request.method ?? 'GET', headers: headersOf(request), body })
      return write(await serveInlet(asked, slug, name, received), response, request.headers['accept-encoding'])
    }
    if (visitor) {
      const [, slug = '', part = null] = visitor
      const sent = isFormWithFiles(request) ? await receiveForm(request, slug) : null
      if (typeof sent === 'string') return refuseForm(sent, request, response)
      const body = sent ? null : await readBody(request, MOST_BYTES.visitor)
      if (body === 'too large') return refuseBody(request, response)
      const asked = new Request(url, { method: request.method ?? 'GET', headers: headersOf(request), body })
      return write(await serveVisitor(asked, slug, part, sent), response, request.headers['accept-encoding'])
    }
    const [, mailedFor, code] = MAILED.exec(path) ?? []
    if (mailedFor !== undefined && code !== undefined) {
      const body = await readBody(request, MOST_BYTES.visitor)
      if (body === 'too large') return refuseBody(request, response)
      const asked = new Request(url, { method: request.method ?? 'GET', headers: headersOf(request), body })
      return write(await serveMailed(asked, mailedFor as MailedFor, code), response, request.headers['accept-encoding'])
    }
    const body = await readBody(request, MOST_BYTES.studio)
    if (body === 'too large') return refuseBody(request, response)
    await handOn(application, request, response, body)
  }

  return (request, response) => {
    const id = randomUUID()
    response.setHeader('x-request-id', id)
    const address = readAddress(request)
    const country = readCountry(request)
    const handle = () =>
      answer(request, response).catch((error: unknown) => {
        // The visitor went away while sending; there is nobody to answer.
        log.info({ error }, 'A request broke off')
        response.destroy()
      })
    const askerOf = (hostOf: string | null) => ({
      address,
      country,
      url: addressAsked(request),
      hostOf,
      isGone: () => response.destroyed && !response.writableFinished,
    })
    void traced({ request: id }, async () => askedBy(askerOf(await whoseHost(request.headers.host)), handle))
  }
}

/** Beside an action that the application sends on to itself: the workspace it was sent in. */
const SENT_IN = 'x-lichen-sent-in'

/**
 * What a request asks for. An action that the page it is sent to does not have, as one that saves a draft while somebody
 * leaves it, is sent on by the application to a page that has it, at an address without the workspace: it stays in the
 * one that it was sent in. Whoever writes these headers themselves only chooses among their own workspaces.
 */
function addressAsked({ url = '/', headers }: IncomingMessage): string {
  const { handle } = splitWithin(url)
  const before = headers[SENT_IN]
  if (handle === null && headers['x-action-forwarded'] !== undefined && typeof before === 'string')
    return within(before, url)
  headers[SENT_IN] = handle ?? undefined
  return url
}

async function handOn(
  application: Handler,
  request: IncomingMessage,
  response: ServerResponse,
  body: Buffer<ArrayBuffer> | null,
): Promise<void> {
  const { presence } = context()
  const { path } = splitWithin(request.url ?? '/')
  const isPage = !path.startsWith('/api/') && !path.startsWith('/_next/')
  if (presence.isAway && isPage && !isFile(request.url)) return write(await awayHtml(), response)
  const policy = studioPolicy(randomBytes(16).toString('base64'))
  // A preview is a visitor's page, and brings the policy of one; what visitors sent may do nothing at all.
  if (!/^\/(preview|files)\//.test(path)) response.setHeader('content-security-policy', policy)
  // The application puts the nonce it finds here into the scripts of the page it makes.
  request.headers['content-security-policy'] = policy
  // What the application asks of itself to answer somebody, as the page that an action leads to, is part of their turn:
  // waiting for one of its own, each of many would wait for the others for good.
  const sign = ownSign()
  const isOwn = request.headers[OWN] === sign
  request.headers[OWN] = sign
  const answer = () =>
    watchReach((hasReached) => {
      // Whoever may not see a page reads why in the page; a router that asks for a part of it goes on with what it gets.
      const isWhole = request.headers.rsc === undefined
      tellFaults(
        response,
        () => isPage && body !== null && !hasReached(),
        () => isWhole && isRefused(),
      )
      return application(body ? withBody(request, body) : request, response)
    })
  if (isCheap(request.url) || isOwn) return void (await answer())
  let answered: Promise<unknown> | undefined
  // The next of the same network begins once this one’s answer does: a download may go on for long.
  await inTurn(() => Promise.race([(answered = answer()), begins(response)])).catch(async (error: unknown) => {
    if (!(error instanceof LineIsFull)) throw error
    await write(tooMany(2), response)
  })
  await answered
}

/** Beside every request that is handed on: what the application sends to itself brings it along, and nobody else has it. */
const OWN = 'x-lichen-own'

/** The same in every process, since the application may reach another one than itself. */
let madeSign: string | undefined
const ownSign = (): string =>
  (madeSign ??= createHmac('sha256', context().config.LICHEN_SECRET).update('asked by ourselves').digest('hex'))

/** Resolves when an answer begins to be sent, or nobody is there any more to get it. */
const begins = (response: ServerResponse): Promise<void> =>
  new Promise((begun) => {
    const { writeHead } = response
    response.once('close', begun)
    response.writeHead = function (this: ServerResponse, ...given: never[]) {
      begun()
      return Reflect.apply(writeHead, this, given) as ServerResponse
    } as typeof writeHead
  })

/** Scripts, styles and letters of the studio: a page asks for dozens of them at once. */
const isCheap = (url: string | undefined): boolean => url?.startsWith('/_next/static/') || isFile(url)

/** Whether an HTML form is sent in the way that can have files in it. */
const isFormWithFiles = ({ method, headers }: IncomingMessage): boolean =>
  method === 'POST' && headers['content-type']?.includes('multipart/form-data') === true

const isFile = (url: string | undefined): boolean => FILE.test(url ?? '')

/**
 * The application answers 500 to everything it cannot do. A page that failed because the database went away
 * while it was made is 503; what was sent to a page and nobody could make out is the sender's fault.
 */
function tellFaults(response: ServerResponse, isUnreadable: () => boolean, isRefusal: () => boolean): void {
  const { writeHead } = response
  response.writeHead = function (this: ServerResponse, status: number, ...rest: never[]) {
    const away = status === 500 && context().presence.isAway
    if (away) this.setHeader('retry-after', '2')
    const told = away ? 503 : status === 500 && isUnreadable() ? 400 : status === 200 && isRefusal() ? 403 : status
    return Reflect.apply(writeHead, this, [told, ...rest]) as ServerResponse
  } as typeof writeHead
}

async function awayHtml(): Promise<Response> {
  const page = await plainHtml(503, 'Back in a moment', 'Lichen is without its database just now. Nothing is lost.')
  page.headers.set('retry-after', '2')
  return page
}

/** How long a sender may go on with what nobody reads, in milliseconds. */
const LINGER = 1500

/**
 * Says that a body is too large. The connection stays open for a moment, and what still comes is thrown away:
 * closed at once, the sender would never read why.
 */
async function refuseBody(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const text = await problem(413, 'The body is too large.').text()
  response.writeHead(413, {
    'content-type': 'application/problem+json',
    'content-length': Buffer.byteLength(text),
    connection: 'close',
  })
  response.write(text)
  request.resume()
  await new Promise((done) => {
    request.once('close', done)
    setTimeout(done, LINGER)
  })
  response.end()
}

/** Says why a form that was sent with files was not read. */
async function refuseForm(why: NotRead, request: IncomingMessage, response: ServerResponse): Promise<void> {
  if (why === 'too large') return refuseBody(request, response)
  const said = why === 'away' ? databaseAway() : problem(400, 'The body is not multipart form data.')
  return write(said, response)
}

const refuseAddress = (path: string | null, given: string): Promise<Response> | Response =>
  given.startsWith('/f/')
    ? noFormHtml(languageOf('en'))
    : problem(400, path === null ? 'This address cannot be read.' : 'The query holds text that is not Unicode.')

function readUrl(text: string | undefined, base: string): URL | null {
  if (!text?.startsWith('/')) return null
  try {
    return new URL(base + text)
  } catch {
    return null
  }
}

/** The path as it was meant; `null` for one that is not text. */
function decodePath(path: string): string | null {
  try {
    const decoded = decodeURIComponent(path)
    return isSoundText(decoded) ? decoded : null
  } catch {
    return null
  }
}

/** Cookies whose values are text; anything else was not set by us. */
const soundCookies = (header: string | undefined): string | undefined =>
  header
    ?.split(';')
    .filter((pair) => decodePath(pair) !== null)
    .join(';')

async function readBody(request: IncomingMessage, most: number): Promise<Buffer<ArrayBuffer> | null | 'too large'> {
  if (request.method === 'GET' || request.method === 'HEAD') return null
  return (await readBytes(request, most)) ?? 'too large'
}

function headersOf({ headers }: IncomingMessage): Record<string, string> {
  const kept: Record<string, string> = {}
  for (const name of [
    'accept',
    'accept-language',
    'authorization',
    'content-type',
    'idempotency-key',
    'webhook-id',
    'webhook-signature',
    'webhook-timestamp',
    'cookie',
    VISIT_HEADER,
    'origin',
    'referer',
    'sec-fetch-dest',
    'sec-fetch-mode',
  ] as const) {
    const value = headers[name]
    if (typeof value === 'string') kept[name] = value
  }
  return kept
}

async function write(answered: Response, response: ServerResponse, accepted?: string | string[]): Promise<void> {
  const given = answered.body ? Buffer.from(await answered.arrayBuffer()) : null
  const { body, headers } = given
    ? await squeezeBody(given, answered.headers.get('content-type'), accepted?.toString())
    : { body: null, headers: {} }
  const cookies = answered.headers.getSetCookie()
  for (const [name, value] of answered.headers) if (name !== 'set-cookie') response.setHeader(name, value)
  if (cookies.length > 0) response.setHeader('set-cookie', cookies)
  response.writeHead(answered.status, headers)
  response.end(body ?? undefined)
}
