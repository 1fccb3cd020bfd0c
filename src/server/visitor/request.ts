import { z } from 'zod'
import { gatherFields } from '@/core/answers/fields'
import { isWellFormedSecret } from '@/core/fill/personal_link'
import { type LinkParameters, pairsOf } from '@/core/answers/link_parameters'
import { cutText, isTooDeep } from '@/core/formats/text'
import { isZone } from '@/core/formats/zone'
import { type BrowserFacts, SCREENS } from '@/core/origins/source'
import type { Through } from '@/core/sources/source'
import type { Db } from '@/db/database'
import { REMEMBERED } from '@/db/queries/browsers'
import { findSubmitted } from '@/db/queries/submissions'
import { VISIT_HEADER } from '@/visitor/visit_header'
import { context } from '../context'
import { askerCountry, askerNetwork } from '../door/asker'
import { claimVisit } from '../visits/claim'
import { isProof, proofOf, type VisitPass } from '../visits/secret'
import { holderOfLink } from '../visits/holder_of_link'
import { type BrowserPass, isPassOf } from '../visits/remembered'
import {
  askedForOrigin,
  findRemembered,
  keepParameters,
  releaseNumberSchema,
  unreadParameters,
  type Visitor,
  visitIdSchema,
} from '../visits/visitor'
import type { ReceivedForm } from '../files/receiveForm'
import type { LiveForm } from '../forms/live'
import { languagesAccepted } from './language'

/** A key of a program's own for something that it sends. */
export const keySchema = z.string().min(1).max(200)

/** The JSON a program or the page's script sends to a form's address. */
const bodySchema = z.object({
  visit: visitIdSchema.nullish(),
  /** What only the browser has that the visit was given to. */
  proof: z.string().max(100).nullish(),
  /** Number of the release the page shows; the live one where it is left out. */
  release: releaseNumberSchema.nullish(),
  values: z.record(z.string(), z.unknown()),
  k: z.string().nullish(),
  link: z.record(z.string(), z.unknown()).nullish(),
  before: z.string().max(2000).nullish(),
  /** Address of the page that frames it, and what the page’s script tells of the browser. */
  frame: z.string().max(2000).nullish(),
  zone: z.string().max(60).nullish(),
  screen: z.string().max(20).nullish(),
  /** The language and region that its visitor is spoken to in (BCP 47). */
  language: z.string().max(100).nullish(),
  opened: z.string().optional(),
  work: z.string().optional(),
  website: z.string().optional(),
  hands: z.string().optional(),
  /** Which questions in turn its page asked. */
  turns: z.string().max(5000).optional(),
  /** Whether its visitor ticked that they wish to be known again, and that it may be kept where they came from. */
  remember: z.string().optional(),
  origin: z.string().optional(),
  /** By which a program with a token tells the same, sent again, from another. */
  key: keySchema.nullish(),
})

/** Most that is sent at once. */
const MOST_IN_BATCH = 100

/** What a program with a token sends at once: each is taken or refused by itself. */
const batchSchema = z.object({ batch: z.array(bodySchema).min(1).max(MOST_IN_BATCH) })

/** What a handler of visitors' requests gets: who asks whom, and for which form. */
export interface VisitorCall {
  request: Request
  live: LiveForm
  keeping: Keeping
  /** What came where a form was sent with files in it, which is read as it comes. */
  sent: ReceivedForm | null
}

export type SentJson = z.output<typeof bodySchema>

/** A body that is not as it must be. */
export class BadBody extends Error {}

/** Reads JSON of a given shape, or says what is wrong with it. */
export const readJson = async <T>(request: Request, schema: z.ZodType<T>): Promise<T> =>
  checkJson(await parseJson(request), schema)

async function parseJson(request: Request): Promise<unknown> {
  let json: unknown
  try {
    json = JSON.parse(await request.text())
  } catch {
    throw new BadBody('The body is not JSON.')
  }
  if (isTooDeep(json)) throw new BadBody('The body is nested too deeply.')
  return json
}

function checkJson<T>(json: unknown, schema: z.ZodType<T>): T {
  const read = schema.safeParse(json)
  if (read.success) return read.data
  const issue = read.error.issues[0]
  throw new BadBody(`${issue?.path.join('.') || 'body'}: ${issue?.message ?? 'not as expected'}`)
}

/** The fields of an HTML form, in either of the ways a browser sends them (WHATWG HTML, 4.10.21.8). */
export const readFields = async ({ request, sent }: VisitorCall): Promise<Record<string, unknown>> =>
  gatherFields(sent?.fields ?? new URLSearchParams(await request.text()))

/** What is sent to a form as JSON: one thing, or a list of them. */
export async function readSentJson(request: Request): Promise<SentJson | SentJson[]> {
  const json = await parseJson(request)
  const isBatch = typeof json === 'object' && json !== null && 'batch' in json
  return isBatch ? checkJson(json, batchSchema).batch : checkJson(json, bodySchema)
}

/** Who is asking, from the link's parameters, the secret and the page before. */
export async function tellVisitor(
  db: Db,
  live: LiveForm,
  given: {
    link: Iterable<[string, unknown]>
    k: unknown
    pageBefore: string | null | undefined
    request: Request
    /** What the page told of where it is. */
    told?: ToldByPage
  },
): Promise<Visitor> {
  const { request, told } = given
  const visitor: Visitor = {
    link: keepParameters(live.form, given.link),
    unread: unreadParameters(live.form, given.link),
    pageBefore: pageAddress(given.pageBefore),
    holder: await knownHolder(db, live, given.k, request),
    framedBy: framingAddress(told?.frame),
    through: told?.through ?? throughOf(request),
    browser: tellBrowser(request, told),
    from: { network: askerNetwork(), country: askerCountry() },
    formBefore: await sentBefore(db, live, request),
  }
  return live.form.asksOrigin ? askedForOrigin(visitor, Boolean(told?.origin)) : visitor
}

/** Whose personal link this is; where it is nobody’s, whom the browser remembers. */
async function knownHolder(db: Db, live: LiveForm, k: unknown, request: Request): Promise<Visitor['holder']> {
  const byLink = typeof k === 'string' && k !== '' ? await holderOfLink(db, live, k) : null
  if (byLink) return byLink
  const browser = browserRemembering(request, live)
  return browser === null ? null : findRemembered(db, live, browser)
}

/** What a page tells of the browser it is in, as its fields or a program’s JSON have it. */
export interface ToldByPage {
  /** Address of the page that frames it. */
  frame?: string | null | undefined
  /** How the form stands there, where its own address does not tell. */
  through?: Through
  zone?: string | null | undefined
  screen?: string | null | undefined
  /** Whether it may be kept where its visitor came from. */
  origin?: string | null | undefined
}

/** What a browser tells of itself, in its request and by the page’s script. */
function tellBrowser(request: Request, told: ToldByPage | undefined): BrowserFacts {
  const screen = SCREENS.find((one) => one === told?.screen) ?? null
  const zone = told?.zone && told.zone.length <= 60 && isZone(told.zone) ? told.zone : null
  return { language: languagesAccepted(request)[0] ?? null, zone, screen }
}

/** How a form stands on the page around it, as the script that put it there wrote into its address. */
function throughOf({ url }: Request): Through {
  const told = new URL(url).searchParams.get('through')
  return told === 'script' || told === 'over' || told === 'page' ? told : 'frame'
}

/** Whether a form is asked for that stands in a page of another site. */
export const isPlaced = (request: Request): boolean => throughOf(request) === 'page'

/** The address of the page around, where it is one of the web. */
function framingAddress(text: string | null | undefined): string | null {
  return text && text.length <= 2000 && URL.canParse(text) && /^https?:/.test(text) ? text : null
}

/** What this browser sent in the form that led to this one, where it has the proof of it. */
async function sentBefore(db: Db, live: LiveForm, request: Request): Promise<Visitor['formBefore']> {
  if (!new URL(request.url).searchParams.has(BY_FORM)) return null
  const [id = '', proof] = readCookie(request, BEFORE_COOKIE)?.split('.') ?? []
  if (!isProof(context().config.LICHEN_SECRET, live.formId, id, proof, 'sent')) return null
  const sent = await findSubmitted(db, live.workspaceId, id)
  return sent ? { values: sent.values, origins: sent.origins, title: sent.outcome.title } : null
}

/** The address of a form that an outcome leads to. The tags that sources are told by go along. */
export function nextAddress(slug: string, link: LinkParameters): string {
  const tags = pairsOf(link).filter(([name]) => name.startsWith('utm_'))
  return `/f/${slug}?${new URLSearchParams([[BY_FORM, ''], ...tags])}`
}

/** An address without its query, which may hold what is nobody's business. */
function pageAddress(text: string | null | undefined): string | null {
  if (!text || !URL.canParse(text)) return null
  const { origin, pathname, protocol } = new URL(text)
  return protocol === 'http:' || protocol === 'https:' ? cutText(`${origin}${pathname}`, 500) : null
}

const VISIT_COOKIE = 'lichen_visit'
const LINK_COOKIE = 'lichen_link'
const BEFORE_COOKIE = 'lichen_before'
/** All forms of a workspace know whoever is remembered in one. */
const rememberedCookie = (workspaceId: string): string => `lichen_remembered_${workspaceId.slice(0, 8)}`

/** Stands in the address in place of a personal link's secret, which then travels in a cookie. */
const BY_LINK = 'personal'
/** Stands in the address of a form that another one led to; what was sent there is told by a cookie. */
const BY_FORM = 'continued'

/** How long a browser remembers a visit, how long after its last page a personal link, and what it sent before; in seconds. */
const REMEMBER = { visit: 30 * 24 * 60 * 60, link: 60 * 60, before: 60 * 60 }

/** The visit this browser remembers for this form, if it has the proof of it. */
export function rememberedVisit(request: Request, secret: string, formId: string): string | null {
  const shown = request.headers.get(VISIT_HEADER) ?? readCookie(request, VISIT_COOKIE)
  const [id, proof] = shown?.split('.') ?? []
  return claimVisit(secret, formId, { visit: id, proof }, false)?.proven ? (id ?? null) : null
}

/** The browser that asks, by the id that it is remembered by, where the form knows people again and this one shows it. */
export function browserRemembering(
  request: Request,
  { form, workspaceId }: Pick<LiveForm, 'form' | 'workspaceId'>,
): string | null {
  if (!form.remembers) return null
  const [id = '', proof = ''] = readCookie(request, rememberedCookie(workspaceId))?.split('.') ?? []
  return isPassOf(workspaceId, { id, proof }) ? id : null
}

/** Stands in the address of a form that colleagues try, with the proof that it was given to them. */
const TEST = 'test'

/** The address at which colleagues try a form: what is sent from there counts nowhere. */
export const testAddress = (secret: string, formId: string, slug: string): string =>
  `/f/${slug}?${TEST}=${proofOf(secret, formId, formId, 'test link')}`

/** Whether a form is asked for at the address that colleagues try it at. */
export const isTestLink = (secret: string, formId: string, { searchParams }: URL): boolean =>
  searchParams.has(TEST) && isProof(secret, formId, formId, searchParams.get(TEST), 'test link')

/** The secret of the personal link a visitor came by: in the address, or kept for it since. */
export function linkSecret(request: Request): string | null {
  const { searchParams } = new URL(request.url)
  const given = searchParams.get('k')
  const kept = searchParams.has(BY_LINK) ? readCookie(request, LINK_COOKIE) : null
  return [given, kept].find((secret) => secret && isWellFormedSecret(secret)) ?? null
}

function readCookie(request: Request, name: string): string | null {
  const found = new RegExp(`(?:^|;\\s*)${name}=([\\w.-]{1,200})`).exec(request.headers.get('cookie') ?? '')
  return found?.[1] ?? null
}

/** What a browser is to keep, all but one thing for one form's address. A form that may be framed elsewhere keeps it there, too. */
export class Keeping {
  constructor(
    /** The address that was asked for. */
    readonly slug: string,
    private readonly workspaceId: string,
    private readonly secure: boolean,
    private readonly framed: boolean,
  ) {}

  visit = ({ id, proof }: VisitPass): string => this.cookie(VISIT_COOKIE, `${id}.${proof}`, REMEMBER.visit)
  link = (secret: string): string => this.cookie(LINK_COOKIE, secret, REMEMBER.link)
  forgetLink = (): string => this.cookie(LINK_COOKIE, '', 0)
  before = (submission: string, proof: string): string =>
    this.cookie(BEFORE_COOKIE, `${submission}.${proof}`, REMEMBER.before)

  browser = ({ id, proof }: BrowserPass): string =>
    this.cookie(rememberedCookie(this.workspaceId), `${id}.${proof}`, REMEMBERED * 24 * 60 * 60, '/f/')
  forgetBrowser = (): string => this.cookie(rememberedCookie(this.workspaceId), '', 0, '/f/')

  private cookie(name: string, value: string, seconds: number, path = `/f/${this.slug}`): string {
    const where =
      this.secure && this.framed ? 'SameSite=None; Secure; Partitioned' : `SameSite=Lax${this.secure ? '; Secure' : ''}`
    return `${name}=${value}; Path=${path}; Max-Age=${seconds}; HttpOnly; ${where}`
  }
}

/** The form's own address with the link's parameters, and in place of the secret a word that one was there. */
export function withoutSecret(url: URL, byLink: boolean): string {
  const query = new URLSearchParams(url.search)
  query.delete('k')
  query.delete(BY_LINK)
  if (byLink) query.set(BY_LINK, '')
  return `${url.pathname}${query.size > 0 ? `?${query}` : ''}`
}
