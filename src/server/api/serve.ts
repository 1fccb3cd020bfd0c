import { findUnfit } from '@/core/formats/text'
import type { Actor } from '../access/actor'
import { askGate } from '../access/gate'
import { knownToken } from '../access/token'
import { context } from '../context'
import { perform, type Wrong } from '../deeds/deed'
import type { Done, NotDone } from '../done'
import { guard, problem } from '../problem'
import { ANY_REVISION, NO_REVISION, revisionOf, tagOf } from './draft_tag'
import { besidePath, type DeedRoute, type DownloadRoute, parametersOf } from './route'
import { routes } from './routes'

/** Answers one API request: who asks, what for, and whether the input is sound, in that order. */
export function serveApi(request: Request, segments: readonly string[]): Promise<Response> {
  return guard(async () => {
    const { db } = context()
    const token = await knownToken(db, request.headers.get('authorization'))
    if (!token) return problem(401, 'Send a bearer token of the workspace.', {}, { 'www-authenticate': 'Bearer' })
    const here = routes.flatMap((route) => {
      const path = matchPath(route.path, segments)
      return path ? [{ route, path }] : []
    })
    if (here.length === 0) return problem(404, 'There is nothing at this address.')
    const found = here.find(({ route }) => route.method === request.method)
    if (!found) {
      const allow = here.map(({ route }) => route.method).join(', ')
      return problem(405, `This address takes ${allow}.`, {}, { allow })
    }
    const { route, path } = found
    const { id, name, workspaceId, rights } = token
    const doer = { sort: 'program' as const, id, name }
    const by: Actor = { context: context(), workspaceId, doer, email: null, role: null, rights }
    return 'deed' in route ? doDeed(route, path, by, request) : writeFile(route, path, by, request)
  })
}

async function writeFile(
  { path: pattern, may, asks, write }: DownloadRoute,
  path: Record<string, string>,
  by: Actor,
  request: Request,
): Promise<Response> {
  const kept = await askGate(by, may)
  if (kept) return problem(kept.status, kept.message, kept.more)
  const read = asks.safeParse({ ...queryOf(request), ...path })
  if (read.success) return write(by, read.data)
  const inPath = parametersOf(pattern)
  return read.error.issues.some(({ path: [first] }) => inPath.includes(String(first)))
    ? problem(404, 'There is nothing of this name here.')
    : refuse(400, 'The query is wrong.', read.error.issues)
}

async function doDeed(route: DeedRoute, path: Record<string, string>, by: Actor, request: Request): Promise<Response> {
  const given = await inputOf(route, path, request)
  if (given instanceof Response) return given
  return answer(route, await perform(route.deed, by, given))
}

/** The input of a deed: what the path names, beside what the query or the body holds. */
async function inputOf(
  route: DeedRoute,
  path: Record<string, string>,
  request: Request,
): Promise<Response | Record<string, unknown>> {
  if (route.method === 'GET' || route.method === 'DELETE') return { ...queryOf(request), ...path }
  const json = besidePath(route) === null ? { value: {} } : await readJsonBody(request)
  if (json instanceof Response) return json
  const body = route.prepare(json.value)
  if (route.body === null) return isObject(body) ? { ...body, ...path } : refuse(422, NOT_AS_DESCRIBED, [NO_OBJECT])
  const given = { [route.body]: body, ...path }
  if (!route.draft) return given
  const match = request.headers.get('if-match')
  if (match === null) return given
  return { ...given, from: match.trim() === ANY_REVISION ? null : (revisionOf(match) ?? NO_REVISION) }
}

const isObject = (value: unknown): value is object =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** `?state=` says nothing about the state. */
const queryOf = (request: Request): Record<string, string> =>
  Object.fromEntries([...new URL(request.url).searchParams].filter(([, value]) => value !== ''))

const NOT_AS_DESCRIBED = 'The body is not as described.'
const NO_OBJECT: Wrong = { path: [], message: 'Give a JSON object' }

/** Answers with what a deed gave, or with why it was not done. */
function answer(route: DeedRoute, result: Done<unknown>): Response {
  if (!result.ok) return refuseDeed(route, result)
  if (route.status === 204) return new Response(null, { status: 204 })
  if (!route.draft) return Response.json(result.value, { status: route.status })
  const { draft, revision } = result.value as { draft: unknown; revision: number }
  return Response.json(draft, { status: route.status, headers: { etag: tagOf(revision) } })
}

function refuseDeed(route: DeedRoute, { status, message, more }: NotDone): Response {
  if (Array.isArray(more.errors)) return refuseInput(route, more.errors as Wrong[])
  const headers: Record<string, string> =
    route.draft && typeof more.revision === 'number' ? { etag: tagOf(more.revision) } : {}
  return problem(status, message, more, headers)
}

function refuseInput(route: DeedRoute, errors: readonly Wrong[]): Response {
  const inPath = parametersOf(route.path)
  if (errors.some(({ path: [first] }) => inPath.includes(String(first))))
    return problem(404, 'There is nothing of this name here.')
  if (route.method === 'GET' || route.method === 'DELETE') return refuse(400, 'The query is wrong.', errors)
  const within = errors.map(({ path, message }) => ({
    path: path[0] === route.body ? path.slice(1) : path,
    message,
  }))
  return refuse(422, NOT_AS_DESCRIBED, within)
}

const refuse = (status: number, title: string, errors: readonly Wrong[]): Response =>
  problem(status, title, {
    errors: errors.map(({ path, message }) => ({ name: path.map(String).join('.'), message })),
  })

async function readJsonBody(request: Request): Promise<Response | { value: unknown }> {
  const text = await request.text()
  if (text === '') return { value: {} }
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return problem(400, 'The body is not JSON.')
  }
  const unfit = findUnfit(value)
  return unfit === null ? { value } : problem(400, `The body cannot be taken: ${unfit}.`)
}

/** The path's parameters where `segments` fit the pattern. */
function matchPath(pattern: string, segments: readonly string[]): Record<string, string> | null {
  const parts = pattern.split('/').filter(Boolean)
  if (parts.length !== segments.length) return null
  const found: Record<string, string> = {}
  for (const [index, part] of parts.entries()) {
    const segment = segments[index] ?? ''
    const name = /^\{(\w+)\}$/.exec(part)?.[1]
    if (name) found[name] = segment
    else if (part !== segment) return null
  }
  return found
}
