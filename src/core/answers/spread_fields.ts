/**
 * The other way round than `fields.ts`, in a file of its own: few of visitors' pages load it.
 */

/** A field's name and its text. */
type Field = readonly [name: string, text: string]

/** The fields that say a raw value again. */
export function spreadFields(name: string, raw: unknown): Field[] {
  if (raw === null || raw === undefined || raw === '') return []
  if (Array.isArray(raw)) return raw.flatMap((one) => spreadFields(name, one))
  if (typeof raw === 'object')
    return Object.entries(raw).flatMap(([part, inner]) => spreadFields(part === '' ? name : `${name}.${part}`, inner))
  return [[name, String(raw)]]
}
