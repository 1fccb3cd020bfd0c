import {
  accept,
  type Answer,
  type Answers,
  type Checked,
  type Facts,
  isEmpty,
  isList,
  isRecord,
  refuse,
} from './answer'
import type { Speech } from '../language/texts'
import type { JsonSchema } from './json_schema'

/**
 * A file that was sent is stored as its address, `https://forms.studio.example/files/{id}/{name}`: whoever reads
 * it, in an export, a CRM or a mail, can follow it, and gets the file where they are signed in.
 */

const ID = '[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}'
const ADDRESS = `^https?://[^\\s/?#]+/files/${ID}/[^\\s/?#]{1,1300}$`
const address = new RegExp(ADDRESS)

/** The header that shows whose visit a file is sent on, whatever is asked of it. */
export const PROOF_HEADER = 'lichen-proof'

/** Stands for a file that is still on its way. */
export const COMING = '_coming'

/** Longest name that is kept, in characters. */
const LONGEST_NAME = 100

/** The address of a file below one of ours, such as `https://forms.studio.example`. */
export const fileAddress = (origin: string, id: string, name: string): string =>
  `${origin}/files/${id}/${encodeURIComponent(name)}`

const isAddress = (value: unknown): value is string => typeof value === 'string' && address.test(value)

/** What a file is known by; `null` for what is no file’s address. */
export const fileIdOf = (value: unknown): string | null => (isAddress(value) ? (value.split('/').at(-2) ?? null) : null)

/** The name that a file was sent under. */
export function fileNameOf(value: string): string {
  const name = value.split('/').at(-1) ?? value
  try {
    return decodeURIComponent(name)
  } catch {
    return name
  }
}

/** A name as it is kept: of its path the last, without what no folder can hold, and its ending whatever its length. */
export function tidyFileName(given: string): string {
  const last = given.split(/[/\\]/).at(-1) ?? ''
  // oxlint-disable-next-line no-control-regex
  const sound = last.replace(/[\u0000-\u001f\u007f<>:"|?*]/g, '_').replace(/^[.\s]+|[.\s]+$/g, '')
  const dot = sound.lastIndexOf('.')
  const ending = dot > 0 && sound.length - dot <= 10 ? sound.slice(dot) : ''
  const stem = [...sound.slice(0, sound.length - ending.length)].slice(0, LONGEST_NAME - ending.length).join('')
  return `${stem || 'file'}${ending}`
}

/** The ids of every file in some values, wherever it stands in them. */
export const filesIn = (values: Readonly<Record<string, unknown>>): string[] => [
  ...new Set(Object.values(values).flatMap((value) => filesWithin(value as Answer))),
]

function filesWithin(value: Answer | undefined): string[] {
  if (typeof value === 'string') return value.split('\n').flatMap((one) => fileIdOf(one.trim()) ?? [])
  if (isList(value)) return value.flatMap(filesWithin)
  return isRecord(value) ? filesIn(value as Answers) : []
}

/** The same values without the files that are no longer there; what had nothing else is blank. */
export const withoutFiles = (values: Answers, isThere: (id: string) => boolean): Answers =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, withoutGone(value ?? null, isThere)]))

function withoutGone(value: Answer, isThere: (id: string) => boolean): Answer {
  if (isList(value)) {
    const left = value.filter((one) => {
      const id = fileIdOf(one)
      return id === null || isThere(id)
    })
    return left.length > 0 ? left : null
  }
  return isRecord(value) ? withoutFiles(value, isThere) : value
}

/** What of an answer to a question is sent as files: which may come, how large, and how many of them. */
export interface FilesAsked {
  /** Media types (IANA), as their contents say, each with the endings of the names of such files, the usual one first. */
  types: Readonly<Record<string, readonly string[]>>
  /** Largest that one may be, in bytes. */
  bytes: number
  most: number
}

/** Reads the addresses of files: a list of them, or a text of one on each line. */
export function readFiles(raw: unknown, name: string, most: number, facts?: Facts): Checked {
  if (isEmpty(raw)) return accept(null)
  const given = [raw].flat().flatMap((one) => (typeof one === 'string' ? one.split('\n') : [one]))
  const texts = given
    .map((one) => (typeof one === 'string' ? one.trim() : one))
    .filter((one) => one !== '' && one !== null && one !== undefined)
  const files = new Set<string>()
  for (const text of texts) {
    if (text === COMING) return refuse({ code: 'file_coming' })
    if (!isAddress(text)) return refuse({ code: 'file_again' })
    const id = fileIdOf(text) ?? ''
    const there = facts?.fileAt ? facts.fileAt(id, name) : text
    if (there === null) return refuse({ code: 'file_lost', name: fileNameOf(text) })
    files.add(there)
  }
  if (files.size > most) return refuse({ code: 'too_many', most })
  return accept(files.size > 0 ? [...files] : null)
}

export const filesSchema = (most: number): JsonSchema => ({
  type: 'array',
  items: { type: 'string', pattern: ADDRESS },
  uniqueItems: true,
  minItems: 1,
  maxItems: most,
})

export const showFiles = (answer: Answer, speech: Speech): string =>
  speech.list((isList(answer) ? answer : [answer]).map((one) => fileNameOf(String(one as string))))
