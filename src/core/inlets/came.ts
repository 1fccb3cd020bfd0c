import { theirNameSchema } from '../answers/name'
import { cutText, makeSound } from '../formats/text'
import { ANY_EMAIL, rules as email } from '../kinds/email'

/** A file that came with a post, as the store knows it. */
export interface CameFile {
  id: string
  name: string
  bytes: number
}

/** One field of a post, as a form elsewhere calls it: text, or a file. A name may come more than once. */
export type CameField = readonly [name: string, said: string | CameFile]

/** All that a form elsewhere sent, in its order. */
export type Came = readonly CameField[]

/** Most fields of a post. */
const MOST_FIELDS = 500

/** Text fields of a post; `null` where there are more than may come. A name too long to be told by is cut. */
export function cameAsFields(fields: Iterable<readonly [string, string]>): Came | null {
  const came: CameField[] = []
  for (const [name, text] of fields) {
    const called = nameOf(name)
    if (called === null) continue
    if (came.length === MOST_FIELDS) return null
    came.push([called, makeSound(text)])
  }
  return came
}

/**
 * The fields of a post that came as JSON: what is nested is told by its path with points, what stands in a list by the
 * list's name again, numbers and truths as their words. `null` for JSON that is no object, or has more than may come.
 */
export function cameAsJson(json: unknown): Came | null {
  if (typeof json !== 'object' || json === null || Array.isArray(json)) return null
  const fields: [string, string][] = []
  const add = (name: string, value: unknown): void => {
    if (fields.length > MOST_FIELDS || value === null || value === undefined) return
    if (Array.isArray(value)) {
      value.forEach((one, n) => add(typeof one === 'object' ? `${name}.${n + 1}` : name, one))
      return
    }
    if (typeof value === 'object') {
      for (const [key, inner] of Object.entries(value)) add(name === '' ? key : `${name}.${key}`, inner)
      return
    }
    // JSON has nothing else.
    fields.push([name, String(value as string | number | boolean)])
  }
  add('', json)
  return cameAsFields(fields)
}

/** What a field is called here; `null` where it has no name, and so is none (WHATWG HTML, constructing the entry list). */
function nameOf(name: string): string | null {
  const called = cutText(
    makeSound(name)
      .replaceAll(/[\r\n]+/g, ' ')
      .trim(),
    200,
  )
  return theirNameSchema.safeParse(called).success ? called : null
}

/** Whether a post says whose it is: one that says it twice at once was sent twice. */
export const saysWhose = (came: Came): boolean =>
  came.some(([, said]) => typeof said === 'string' && said.includes('@') && email.check(said, ANY_EMAIL).ok)
