import { isRecord, valueIn } from './answer'

/**
 * Answers as the fields of an HTML form (WHATWG HTML, constructing the entry list): a list is one name
 * several times, and a part of a record is `name.part`. What comes
 * under a name that has parts as well, is the part without a name. This and JSON are the two ways answers come in.
 */

/** Raw values by name, from a form's fields: one text, a list of them, or a record of parts. */
export function gatherFields(fields: Iterable<readonly [string, unknown]>): Record<string, unknown> {
  const gathered: Record<string, unknown> = {}
  for (const [field, text] of fields) {
    if (typeof text !== 'string') continue
    const dot = field.indexOf('.')
    const name = dot < 0 ? field : field.slice(0, dot)
    const before = valueIn(gathered, name)
    if (dot < 0 && !isParts(before)) put(gathered, name, text)
    else {
      const parts = isParts(before) ? before : before === undefined ? {} : { '': before }
      put(parts, dot < 0 ? '' : field.slice(dot + 1), text)
      define(gathered, name, parts)
    }
  }
  return gathered
}

const isParts = isRecord as (value: unknown) => value is Record<string, unknown>

function put(into: Record<string, unknown>, name: string, text: string): void {
  const before = valueIn(into, name)
  define(
    into,
    name,
    before === undefined ? text : Array.isArray(before) ? [...(before as unknown[]), text] : [before, text],
  )
}

/** Sets a property of its own, whatever it is called. */
const define = (into: Record<string, unknown>, name: string, value: unknown): void =>
  void Object.defineProperty(into, name, { value, enumerable: true, configurable: true, writable: true })
