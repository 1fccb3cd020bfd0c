import { z } from 'zod'
import { RIGHTS } from '@/core/rights/right'
import { besidePath, type DeedRoute, type DownloadRoute, parametersOf, type Route, shapeOf } from './route'
import { routes } from './routes'

type Schema = Record<string, unknown>

/** Schemas that others refer to, by name, as they are met. */
type Components = Record<string, Schema>

/** The OpenAPI 3.1 description of `/api/v1`, made from the operations themselves. */
export function openApi(url: string): object {
  const components: Components = { problem: PROBLEM }
  const paths: Record<string, Record<string, unknown>> = {}
  for (const route of routes)
    (paths[route.path] ??= {})[route.method.toLowerCase()] = {
      ...('deed' in route ? describeDeed(route, components) : describeDownload(route, components)),
      operationId: idOf(route),
    }
  return {
    openapi: '3.1.0',
    info: { title: 'Lichen', version: '1', description: 'Forms, submissions, contacts and their numbers.' },
    servers: [{ url: `${url}/api/v1` }],
    security: [{ token: [] }],
    components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } }, schemas: components },
    paths,
  }
}

const idOf = ({ method, path }: Route): string =>
  `${method.toLowerCase()}${path.replace(/[^a-z]+(\w)/gi, (_, letter: string) => letter.toUpperCase()).replace(/\W/g, '')}`

/** Problem documents as in RFC 9457. */
const PROBLEM: Schema = {
  type: 'object',
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    errors: {
      type: 'array',
      items: {
        type: 'object',
        properties: { name: { type: 'string' }, message: { type: 'string' } },
        required: ['name', 'message'],
      },
    },
  },
  required: ['type', 'title', 'status'],
}

function describeDeed(route: DeedRoute, components: Components): object {
  const { deed, method, path, status, draft } = route
  const reads = method === 'GET' || method === 'DELETE'
  const rest = besidePath(route)
  const inPath = parametersOf(path).map((name) => ({
    name,
    in: 'path',
    required: true,
    schema: describe(shapeOf(deed.input)[name] ?? z.string(), 'input', components),
  }))
  const inQuery = reads && rest ? parametersIn('query', rest, components) : []
  const gives = draft ? (shapeOf(deed.gives).draft ?? deed.gives) : deed.gives
  const refusals = {
    ...deed.refusals,
    ...(reads ? (rest ? { 400: 'The query is wrong' } : {}) : rest ? { 400: 'The body is not JSON' } : {}),
    ...(!reads && rest ? { 422: deed.refusals[422] ?? 'The body is not as described' } : {}),
    ...(inPath.length > 0 ? { 404: deed.refusals[404] ?? 'There is nothing of this name' } : {}),
    401: 'No token, or a wrong one',
    403: `The token may not ${RIGHTS[deed.may]}`,
    503: 'The database cannot take this just now; nothing was stored',
  }
  return {
    summary: deed.summary,
    'x-right': deed.may,
    parameters: [...inPath, ...inQuery, ...(draft && !reads ? [IF_MATCH] : [])],
    ...(!reads && rest
      ? {
          requestBody: {
            required: !rest.safeParse({}).success,
            content: { 'application/json': { schema: describe(rest, 'input', components) } },
          },
        }
      : {}),
    responses: {
      [status]:
        status === 204
          ? { description: 'Done' }
          : {
              description: 'Done',
              content: { 'application/json': { schema: describe(gives, 'output', components) } },
            },
      ...problems(refusals),
    },
  }
}

function describeDownload(
  { summary, may, path, asks, types, refusals = {} }: DownloadRoute,
  components: Components,
): object {
  const file = { schema: { type: 'string' } }
  const inPath = parametersOf(path)
  return {
    summary,
    'x-right': may,
    parameters: parametersIn('path', asks, components, (name) => inPath.includes(name)).concat(
      parametersIn('query', asks, components, (name) => !inPath.includes(name)),
    ),
    responses: {
      200: { description: 'The file, streamed', content: Object.fromEntries(types.map((type) => [type, file])) },
      ...problems({
        ...(inPath.length > 0 ? { 404: 'There is no such file' } : { 404: 'There is nothing of that name' }),
        ...(Object.keys(asks.shape).length > inPath.length ? { 400: 'The query is wrong' } : {}),
        ...refusals,
        401: 'No token, or a wrong one',
        403: `The token may not ${RIGHTS[may]}`,
      }),
    },
  }
}

const problems = (refusals: Readonly<Record<number, string | undefined>>): object =>
  Object.fromEntries(
    Object.entries(refusals).map(([status, description]) => [
      status,
      { description, content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/problem' } } } },
    ]),
  )

const IF_MATCH = {
  name: 'if-match',
  in: 'header',
  required: true,
  schema: { type: 'string' },
  description: 'The ETag of the draft it was made from, or * for any',
}

/** A schema with what it refers to among the components. */
function describe(schema: z.ZodType, io: 'input' | 'output', components: Components): Schema {
  const {
    $schema: _,
    $defs,
    ...described
  } = z.toJSONSchema(schema, {
    io,
    unrepresentable: 'any',
    // A moment goes out as text.
    override({ zodSchema, jsonSchema }) {
      if (zodSchema._zod.def.type === 'date') Object.assign(jsonSchema, { type: 'string', format: 'date-time' })
    },
  }) as Schema & { $defs?: Record<string, Schema> }
  for (const [name, defined] of Object.entries($defs ?? {})) components[`${name}_${io}`] = lift(defined, io)
  return lift(described, io)
}

/** The same with its references to where the components stand. */
const lift = (schema: Schema, io: string): Schema =>
  JSON.parse(
    JSON.stringify(schema).replace(/"#\/\$defs\/(\w+)"/g, (_, name: string) => `"#/components/schemas/${name}_${io}"`),
  ) as Schema

/** The parameters of a request that a schema of an object has, those of them that `are` meant. */
function parametersIn(
  place: 'query' | 'path',
  schema: z.ZodType,
  components: Components,
  are: (name: string) => boolean = () => true,
): object[] {
  const { properties = {}, required = [] } = describe(schema, 'input', components) as {
    properties?: Record<string, object>
    required?: string[]
  }
  return Object.entries(properties)
    .filter(([name]) => are(name))
    .map(([name, described]) => ({ name, in: place, required: required.includes(name), schema: described }))
}
