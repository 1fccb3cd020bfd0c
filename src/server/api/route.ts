import { z } from 'zod'
import type { Right } from '@/core/rights/right'
import type { Actor } from '../access/actor'
import type { AnyDeed, Deed } from '../deeds/deed'

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** An operation of `/api/v1` that does a deed: the path's parameters, the query and the body are its input. */
export interface DeedRoute {
  method: Method
  path: string
  deed: AnyDeed
  /** The status of success. */
  status: 200 | 201 | 204
  /** The part of the input that the body stands for; left out, the body holds what the path does not. */
  body: string | null
  /** Brings a body of an older format up to the one described. */
  prepare(json: unknown): unknown
  /** What is given and taken is a draft, whose revision goes by entity tags (RFC 9110, 8.8.3). */
  draft: boolean
}

/** One that writes a file, however long: the path's parameters and the query are what it asks. */
export interface DownloadRoute {
  method: 'GET'
  path: string
  summary: string
  /** The right that it takes. */
  may: Right
  asks: z.ZodObject
  /** Media types that it may be of. */
  types: readonly string[]
  /** Why it may not be given, beside what keeps any. */
  refusals?: Readonly<Record<number, string>>
  write(by: Actor, asked: unknown): Promise<Response>
}

export type Route = DeedRoute | DownloadRoute

type More = Partial<Pick<DeedRoute, 'body' | 'prepare' | 'draft'>>

const STATUS = { GET: 200, POST: 201, PUT: 200, DELETE: 204 } as const

const to =
  (method: Method) =>
  <I extends z.ZodType, G extends z.ZodType>(
    path: string,
    deed: Deed<I, G>,
    status: DeedRoute['status'] = STATUS[method],
    more: More = {},
  ): DeedRoute => ({
    method,
    path,
    deed: deed as unknown as AnyDeed,
    status,
    body: null,
    prepare: (json) => json,
    draft: false,
    ...more,
  })

export const [get, post, put, del] = [to('GET'), to('POST'), to('PUT'), to('DELETE')]

/** Names of the path's parameters. */
export const parametersOf = (path: string): string[] => [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name ?? '')

/** What a deed takes, by name; none of one that takes no object of fixed names. */
export const shapeOf = (schema: z.ZodType): Record<string, z.ZodType> =>
  schema instanceof z.ZodObject ? (schema.shape as Record<string, z.ZodType>) : {}

/** What of a deed's input does not stand in the path: its query, or its body. */
export function besidePath({ deed, path, body, draft }: DeedRoute): z.ZodType | null {
  const shape = shapeOf(deed.input)
  if (body !== null) return shape[body] ?? null
  const names = [...parametersOf(path), ...(draft ? ['from'] : [])].filter((name) => name in shape)
  if (!(deed.input instanceof z.ZodObject)) return deed.input
  const rest = deed.input.omit(Object.fromEntries(names.map((name) => [name, true])) as never)
  return Object.keys(rest.shape).length > 0 ? rest : null
}
