import { z } from 'zod'
import type { Db } from '@/db/database'
import { findLinkHolder, keepParameters, type Visitor } from '../visits/visitor'
import type { LiveForm } from '../forms/live'

/** Largest body a visitor may send, in bytes. */
const MOST_BYTES = 512 * 1024

/** The JSON a program or the page's script sends to a form's address. */
const bodySchema = z.object({
  visit: z.uuid().nullish(),
  values: z.record(z.string(), z.unknown()),
  k: z.string().nullish(),
  link: z.record(z.string(), z.unknown()).nullish(),
  before: z.string().max(2000).nullish(),
})

export type SentJson = z.output<typeof bodySchema>

export class BadBody extends Error {
  constructor(
    readonly status: 400 | 413,
    message: string,
  ) {
    super(message)
  }
}

/** A request's body as text, refused when it is too large. */
export async function readBody(request: Request): Promise<string> {
  if (Number(request.headers.get('content-length') ?? 0) > MOST_BYTES) throw tooLarge()
  const text = await request.text()
  if (text.length > MOST_BYTES) throw tooLarge()
  return text
}

const tooLarge = () => new BadBody(413, 'The body is larger than 512 KB.')

/** Reads JSON of a given shape, or says what is wrong with it. */
export async function readJson<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  const text = await readBody(request)
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new BadBody(400, 'The body is not JSON.')
  }
  const read = schema.safeParse(json)
  if (!read.success) {
    const issue = read.error.issues[0]
    throw new BadBody(400, `${issue?.path.join('.') || 'body'}: ${issue?.message ?? 'not as expected'}`)
  }
  return read.data
}

export const readSentJson = (request: Request): Promise<SentJson> => readJson(request, bodySchema)

/** Who is asking, from the link's parameters, the secret and the page before. */
export async function tellVisitor(
  db: Db,
  live: LiveForm,
  given: { link: Iterable<[string, unknown]>; k: unknown; pageBefore: string | null | undefined },
): Promise<Visitor> {
  return {
    link: keepParameters(live.form, given.link),
    pageBefore: pageAddress(given.pageBefore),
    holder: given.k ? await findLinkHolder(db, live.formId, given.k) : null,
  }
}

/** An address without its query, which may hold what is nobody's business. */
function pageAddress(text: string | null | undefined): string | null {
  if (!text || !URL.canParse(text)) return null
  const { origin, pathname, protocol } = new URL(text)
  return protocol === 'http:' || protocol === 'https:' ? `${origin}${pathname}`.slice(0, 500) : null
}

const COOKIE = 'lichen_visit'

/** The visit this browser remembers for this form. */
export function rememberedVisit(request: Request): string | null {
  const cookie = new RegExp(`(?:^|;\\s*)${COOKIE}=([0-9a-f-]{36})`).exec(request.headers.get('cookie') ?? '')
  const id = cookie?.[1]
  return id && z.uuid().safeParse(id).success ? id : null
}

/** Lets the browser remember a visit, for this form's address only. */
export const rememberVisit = (slug: string, visitId: string, secure: boolean): string =>
  `${COOKIE}=${visitId}; Path=/f/${slug}; Max-Age=2592000; HttpOnly; SameSite=Lax${secure ? '; Secure' : ''}`
