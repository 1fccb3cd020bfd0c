import { findUnfit } from '@/core/formats/text'
import { knownToken } from '../access/token'
import { context } from '../context'
import { guard, problem } from '../problem'
import type { Operation } from './operation'
import { operations } from './operations'

/** Answers one API request: who asks, what for, and whether the input is sound, in that order. */
export function serveApi(request: Request, segments: readonly string[]): Promise<Response> {
  return guard(async () => {
    const { db } = context()
    const workspaceId = await knownToken(db, request.headers.get('authorization'))
    if (!workspaceId) return problem(401, 'Send a bearer token of the workspace.', {}, { 'www-authenticate': 'Bearer' })
    const here = operations.flatMap((operation) => {
      const path = matchPath(operation.path, segments)
      return path ? [{ operation, path }] : []
    })
    if (here.length === 0) return problem(404, 'There is nothing at this address.')
    const found = here.find(({ operation }) => operation.method === request.method)
    if (!found) {
      const allow = here.map(({ operation }) => operation.method).join(', ')
      return problem(405, `This address takes ${allow}.`, {}, { allow })
    }
    return runOperation(found.operation, found.path, workspaceId, request)
  })
}

async function runOperation(
  operation: Operation,
  path: Record<string, string>,
  workspaceId: string,
  request: Request,
): Promise<Response> {
  // `?state=` says nothing about the state.
  const asked = [...new URL(request.url).searchParams].filter(([, value]) => value !== '')
  const query = operation.query.safeParse(Object.fromEntries(asked))
  if (!query.success) return refuse(400, 'The query is wrong.', query.error.issues)
  let body: unknown
  if (operation.body) {
    const json = await readJsonBody(request)
    if (json instanceof Response) return json
    const read = operation.body.safeParse(operation.prepare(json.value))
    if (!read.success) return refuse(422, 'The body is not as described.', read.error.issues)
    body = read.data
  }
  return operation.run({
    context: context(),
    workspaceId,
    path,
    query: query.data,
    body,
    ifMatch: request.headers.get('if-match'),
  })
}

async function readJsonBody(request: Request): Promise<Response | { value: unknown }> {
  let value: unknown
  try {
    value = JSON.parse(await request.text())
  } catch {
    return problem(400, 'The body is not JSON.')
  }
  const unfit = findUnfit(value)
  return unfit === null ? { value } : problem(400, `The body cannot be taken: ${unfit}.`)
}

const refuse = (status: number, title: string, issues: { path: PropertyKey[]; message: string }[]): Response =>
  problem(status, title, {
    errors: issues.map(({ path, message }) => ({ name: path.map(String).join('.'), message })),
  })

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
