import { z } from 'zod'
import { findForm, type StoredForm } from '@/db/queries/forms'
import type { Context } from '../context'
import type { Done } from '../done'
import { problem } from '../problem'

/** What a handler gets: the workspace of the token, the path's parameters, and checked input. */
export interface Call<Q, B> {
  context: Context
  workspaceId: string
  path: Record<string, string>
  query: Q
  body: B
  /** The `If-Match` header, for what may be changed by somebody else meanwhile. */
  ifMatch: string | null
}

/** One operation of `/api/v1`: the server runs it and the OpenAPI description is made from it. */
export interface Operation {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  path: string
  summary: string
  query: z.ZodType
  body: z.ZodType | null
  /** Brings a body of an older format up to the one described. */
  prepare(json: unknown): unknown
  answers: Record<number, string>
  run(call: Call<unknown, unknown>): Promise<Response>
}

export function operation<Q extends z.ZodType, B extends z.ZodType>(
  described: Omit<Operation, 'query' | 'body' | 'prepare' | 'run'> & {
    query?: Q
    body?: B
    prepare?: (json: unknown) => unknown
    run(call: Call<z.output<Q>, z.output<B>>): Promise<Response>
  },
): Operation {
  const { query, body, prepare, run, ...rest } = described
  return {
    ...rest,
    query: query ?? z.object({}),
    body: body ?? null,
    prepare: prepare ?? ((json) => json),
    run: (call) => run(call as Call<z.output<Q>, z.output<B>>),
  }
}

export const isUuid = (text: string): boolean => z.uuid().safeParse(text).success

/** Does something with the form of the path. */
export async function withForm(
  { context, workspaceId, path }: Call<unknown, unknown>,
  run: (form: StoredForm) => Promise<Response>,
): Promise<Response> {
  const form = await findForm(context.db, workspaceId, path.slug ?? '')
  return form ? run(form) : problem(404, 'There is no such form.')
}

/** Answers with what a deed gave, or with why it was not done. */
export const answer = <T>(result: Done<T>, status = 200): Response =>
  result.ok ? Response.json(result.value, { status }) : problem(result.status, result.message)

/** Answers for a deed that gives nothing back: done, or nothing there to do it to. */
export const answerDone = (was: boolean, missing: string): Response =>
  was ? new Response(null, { status: 204 }) : problem(404, missing)
