import { Ajv2020, type ValidateFunction } from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'

interface Described {
  components: { schemas: Record<string, object> }
  paths: Record<string, Record<string, { responses: Record<string, { content?: Record<string, { schema: object }> }> }>>
}

/** The OpenAPI description of one Lichen, and whether its answers are as it says: checked by Ajv. */
export class Description {
  private readonly checks = new Map<string, ValidateFunction | null>()
  // Most checks are used a few times: making them quicker takes longer than they then save.
  private readonly ajv = addFormats.default(new Ajv2020({ strict: false, allErrors: true, code: { optimize: false } }))

  private constructor(readonly document: Described) {}

  static async of(url: string): Promise<Description> {
    return new Description((await (await fetch(`${url}/api/openapi.json`)).json()) as Described)
  }

  /** Every operation there is: its method and path. */
  operations(): [method: string, path: string][] {
    return Object.entries(this.document.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method): [string, string] => [method.toUpperCase(), path]),
    )
  }

  /** What is wrong with an answer; `null` for nothing, or where it is no operation’s. */
  whatIsWrong(method: string, address: string, status: number, type: string | null, body: unknown): string | null {
    const path = this.pathOf(address)
    const operation = path ? this.document.paths[path]?.[method.toLowerCase()] : undefined
    if (!path || !operation) return null
    const answer = operation.responses[String(status)]
    if (!answer) return `${method} ${path} does not say that it answers ${status}`
    if (!answer.content) return body === null ? null : `${method} ${path} answers ${status} with a body`
    const kind = (type ?? '').split(';')[0] ?? ''
    const content = answer.content[kind]
    if (!content) return `${method} ${path} does not say that it answers ${status} as ${kind}`
    if (!kind.endsWith('json')) return null
    const key = `${method} ${path} ${status}`
    const check = this.checks.get(key) ?? this.ajv.compile({ ...content.schema, components: this.document.components })
    this.checks.set(key, check)
    return check(body) ? null : `${key}: ${this.ajv.errorsText(check.errors, { separator: '\n' })}`
  }

  /** The pattern an address fits, the one with the fewest parameters first. */
  private pathOf(address: string): string | undefined {
    const segments = (address.split('?')[0] ?? '').split('/')
    const fits = Object.keys(this.document.paths).filter((path) => {
      const parts = path.split('/')
      return (
        parts.length === segments.length &&
        parts.every((part, index) => part.startsWith('{') || part === segments[index])
      )
    })
    return fits.sort((a, b) => a.split('{').length - b.split('{').length)[0]
  }
}
