import { type KindRules, readText } from './answer'
import type { JsonSchema } from './json_schema'

/** Longest carried value, in characters: a page address with its parameters fits. */
const LONGEST = 2000

/** A hidden value that travels with the answers: text, never typed by the visitor. */
export const carriedRules: KindRules<object> = {
  check: (raw) => readText(raw, LONGEST),
  show: String,
}

export const carriedSchema: JsonSchema = { type: 'string', minLength: 1, maxLength: LONGEST }
