import { createHash } from 'node:crypto'
import { z } from 'zod'
import { valueIn } from '@/core/answers/answer'
import { parameterSchema } from '@/core/answers/name'
import type { BrowserFacts, SentBefore, ServerFacts } from '@/core/origins/source'
import type { Form } from '@/core/form/definition'
import { isWellFormedSecret } from '@/core/fill/personal_link'
import { parametersRead, storedRead } from '@/core/fill/reads'
import type { LinkParameters } from '@/core/answers/link_parameters'
import type { Through } from '@/core/sources/source'
import { cutText, makeSound } from '@/core/formats/text'
import type { Db } from '@/db/database'
import { findHolder, type Holder } from '@/db/queries/holders'
import { readCode } from '@/db/queries/referral_codes'
import type { LiveForm } from '../forms/live'
import { ensureCodes } from '../people/referral_codes'

/** A visit's id in the one way it is stored, however it was written. */
export const visitIdSchema = z.uuid().toLowerCase()

/** A release's number, as programs tell it, or pages in a field. */
export const releaseNumberSchema = z
  .union([z.int(), z.string().max(9).transform(Number)])
  .pipe(z.int().min(1).max(1_000_000))

/** What a request tells of its visitor. Everything but `holder`, `formBefore` and `from` is a claim. */
export interface Visitor {
  link: LinkParameters
  /** Names of the link’s other parameters, which nobody reads. */
  unread?: readonly string[]
  pageBefore: string | null
  /** Whoever the personal link was made for, or the browser remembers. */
  holder: Holder | null
  /** Whether their browser remembers no visit by the personal link that they came by. */
  newBrowser?: boolean
  /** Address of the page around the form, and how the form stands there. */
  framedBy?: string | null
  through?: Through
  /** Whether the form asks before it keeps where somebody came from, and what its page is to tell again until they agree. */
  asked?: { agreed: boolean; before: string | null; frame: string | null }
  browser?: BrowserFacts
  /** The network that asks, and the country it is said to be in. */
  from?: Pick<ServerFacts, 'network' | 'country'>
  /** What this browser sent in the form that led here, as it proves. */
  formBefore?: (SentBefore & { title: string }) | null
}

/**
 * A visitor of a form that asks before it keeps where somebody came from. Until they agree nothing of it is kept, and nothing
 * is filled with it; their page has it, and tells it with what it sends.
 */
export function askedForOrigin(visitor: Visitor, agreed: boolean): Visitor {
  const { link, pageBefore, framedBy = null } = visitor
  const asked = { agreed, before: pageBefore, frame: framedBy }
  if (agreed) return { ...visitor, asked }
  const kept = Object.entries(link).filter(([name]) => !/^(?:utm_|first_page$)/.test(name))
  return { ...visitor, asked, link: Object.fromEntries(kept), unread: [], pageBefore: null, framedBy: null }
}

const MOST_PARAMETERS = 30

/**
 * Link parameters worth keeping: the tags everybody uses, each once, and those the form reads, as often as they stand
 * there. Never the secret.
 */
export function keepParameters(form: Form, given: Iterable<[string, unknown]>): LinkParameters {
  const read = parametersOf(form)
  const kept: Record<string, string | string[]> = {}
  let room = MOST_PARAMETERS
  for (const [name, said] of given) {
    const isRead = read.has(name)
    if (name === 'k' || !(isRead || /^utm_[a-z_]{1,20}$/.test(name))) continue
    for (const value of Array.isArray(said) ? said : [said]) {
      if (typeof value !== 'string' || value === '') continue
      if (room === 0) return kept
      const before = valueIn(kept, name)
      if (before !== undefined && !isRead) continue
      const text = cutText(makeSound(value), 500)
      kept[name] = before === undefined ? text : [before, text].flat()
      room--
    }
  }
  return kept
}

/** Tags that are kept with every visit, as their trade knows them. */
const TAGS = ['source', 'medium', 'campaign', 'term', 'content', 'id'].map((tag) => `utm_${tag}`)

/** Names of the parameters that nobody reads: neither the form, nor what tells sources, nor our own pages. */
export function unreadParameters(form: Form, given: Iterable<[string, unknown]>): string[] {
  const read = parametersOf(form)
  const unread = new Set<string>()
  for (const [name] of given)
    if (!read.has(name) && !TAGS.includes(name) && !OWN.has(name) && parameterSchema.safeParse(name).success)
      unread.add(name)
  return [...unread].slice(0, 10)
}

/** Parameters that our own addresses have. */
const OWN = new Set(['k', 'personal', 'continued', 'test', 'lang', 'page_before', 'first_page', 'through'])

const readByForm = new WeakMap<Form, Set<string>>()

/** The link parameters that a release reads: they never change. */
function parametersOf(form: Form): Set<string> {
  const read = readByForm.get(form) ?? parametersRead(form)
  readByForm.set(form, read)
  return read
}

export const hashSecret = (secret: string): Buffer => createHash('sha256').update(secret).digest()

/**
 * Whose personal link this is, with what the form may tell them of themselves; `null` for a wrong, expired, withdrawn or
 * another form's secret.
 */
export async function findLinkHolder(
  db: Db,
  {
    workspaceId,
    formId,
    slug,
    form,
    timeZone,
  }: Pick<LiveForm, 'workspaceId' | 'formId' | 'slug' | 'form' | 'timeZone'>,
  secret: unknown,
): Promise<Holder | null> {
  if (typeof secret !== 'string' || !isWellFormedSecret(secret)) return null
  const holder = await findHolder(db, { formId, hash: hashSecret(secret) }, storedRead(form, slug), timeZone)
  return holder && withCode(db, workspaceId, holder)
}

/** Whom a browser remembers, with what the form may tell them of themselves; `null` where it does no more. */
export async function findRemembered(
  db: Db,
  { workspaceId, slug, form, timeZone }: Pick<LiveForm, 'workspaceId' | 'slug' | 'form' | 'timeZone'>,
  browser: string,
): Promise<Holder | null> {
  const holder = await findHolder(db, { workspaceId, browser }, storedRead(form, slug), timeZone)
  return holder && withCode(db, workspaceId, holder)
}

/** Somebody with a referral code, where the form tells them of it: who got a link before they were given any gets one now. */
async function withCode(db: Db, workspaceId: string, holder: Holder): Promise<Holder> {
  if (holder.stored.code !== null) return holder
  await ensureCodes(db, workspaceId, [holder.id])
  return { ...holder, stored: { ...holder.stored, code: await readCode(db, holder.id) } }
}
