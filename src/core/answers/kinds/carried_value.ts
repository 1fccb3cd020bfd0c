import { isBlank, type KindRules, readText } from '../answer'

/** Longest carried value, in characters: a page address with its parameters fits. */
const LONGEST = 2000

/** A hidden value that travels with the answers: text, never typed by the visitor. */
export const rules: KindRules<object> = {
  check: (raw) => readText(raw, LONGEST),
  show: String,
  schema: () => ({ type: 'string', minLength: 1, maxLength: LONGEST }),
  satisfies: (answer) => !isBlank(answer),
}
