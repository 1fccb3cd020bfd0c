import { z } from 'zod'
import { operations } from './operations'

/** The OpenAPI 3.1 description of `/api/v1`, made from the operations themselves. */
export function openApi(url: string): object {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const { method, path, summary, query, body, answers } of operations) {
    const inPath = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }))
    const known = { ...answers, ...(body ? { 400: 'Malformed body' } : {}), 401: 'No token, or a wrong one' }
    ;(paths[path] ??= {})[method.toLowerCase()] = {
      summary,
      operationId: `${method.toLowerCase()}${path.replace(/[^a-z]+(\w)/gi, (_, letter: string) => letter.toUpperCase())}`,
      parameters: [...inPath, ...queryParameters(query), ...(answers[412] ? [IF_MATCH] : [])],
      ...(body ? { requestBody: { required: true, content: { 'application/json': { schema: describe(body) } } } } : {}),
      responses: Object.fromEntries(
        Object.entries(known).map(([status, description]) => [
          status,
          Number(status) === 204
            ? { description }
            : {
                description,
                content: { [Number(status) < 400 ? 'application/json' : 'application/problem+json']: {} },
              },
        ]),
      ),
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Lichen', version: '1', description: 'Forms, submissions, contacts and their numbers.' },
    servers: [{ url: `${url}/api/v1` }],
    security: [{ token: [] }],
    components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } } },
    paths,
  }
}

const IF_MATCH = {
  name: 'if-match',
  in: 'header',
  required: true,
  schema: { type: 'string' },
  description: 'The ETag of the draft it was made from, or * for any',
}

const describe = (schema: z.ZodType): object => {
  const { $schema: _, ...described } = z.toJSONSchema(schema, { io: 'input' })
  return described
}

function queryParameters(query: z.ZodType): object[] {
  const { properties = {}, required = [] } = describe(query) as {
    properties?: Record<string, object>
    required?: string[]
  }
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }))
}
