import { AsyncResource } from 'node:async_hooks'
import { createWriteStream } from 'node:fs'
import type { IncomingMessage } from 'node:http'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import busboy from 'busboy'
import { MOST_BYTES } from '../door/body'
import { isTemporary } from '../failures'
import { log } from '../log'

/** Reads HTML forms that are sent with files in them, as browsers without a script do (RFC 7578). */

/** What is done with each part as it comes. */
interface TakesParts {
  field(name: string, text: string): void
  /** Takes a file, whose size is known only once it is here; or throws `TooMuch`. */
  file(name: string, filename: string, content: Readable): Promise<void>
}

/** More came than is taken. */
export class TooMuch extends Error {}

/** Most files in one form. */
const MOST_FILES = 40

/** Why a form was not read: more came than is taken, it is no such form, or our side cannot keep its files just now. */
export type NotRead = 'too large' | 'unreadable' | 'away'

/** Hands every field and file of a request on as it comes, and says whether all of it could be read. */
export async function readMultipart(request: IncomingMessage, { field, file }: TakesParts): Promise<'read' | NotRead> {
  const files: Promise<void>[] = []
  let characters = 0
  const parser = openParser(request)
  if (!parser) return 'unreadable'
  // A part may come without a name, whatever the types say: browsers send none, and so it is no field.
  parser.on('field', (name: string | undefined, text) => {
    if (name === undefined) return
    characters += name.length + text.length
    if (characters > MOST_BYTES.visitor) parser.destroy(new TooMuch())
    else field(name, text)
  })
  // What comes on a connection knows nothing of the request it belongs to, and so not whom it comes from.
  const takeFile = AsyncResource.bind((name: string | undefined, content: Readable, { filename }: busboy.FileInfo) => {
    if (!filename || name === undefined) return void content.resume()
    const taken = file(name, filename, content)
    // It is asked for once all has come: what fails before then, as the database does, must not end the process.
    taken.catch(() => undefined)
    files.push(taken)
  })
  parser.on('file', takeFile)
  for (const event of ['filesLimit', 'fieldsLimit', 'partsLimit'] as const)
    parser.on(event, () => parser.destroy(new TooMuch()))
  try {
    await parseAll(request, parser)
  } catch (error) {
    await Promise.allSettled(files)
    if (error instanceof TooMuch) return 'too large'
    log.info({ error }, 'A form with files could not be read')
    return 'unreadable'
  }
  try {
    await Promise.all(files)
    return 'read'
  } catch (error) {
    await Promise.allSettled(files)
    if (error instanceof TooMuch) return 'too large'
    if (!isTemporary(error)) throw error
    log.error({ error }, 'Files of a form could not be kept')
    return 'away'
  }
}

/** Feeds a request to a parser; what the parser does not want is left for whoever answers. */
async function parseAll(request: IncomingMessage, parser: busboy.Busboy): Promise<void> {
  try {
    await new Promise<void>((done, fail) => {
      parser.once('close', done)
      // It may find more than one thing wrong, and what nobody hears of ends the process.
      parser.on('error', fail)
      request.once('error', fail)
      request.once('close', () => {
        if (!request.complete) fail(new Error('The sender went away'))
      })
      request.pipe(parser)
    })
  } finally {
    request.unpipe(parser)
  }
}

function openParser({ headers }: IncomingMessage): busboy.Busboy | null {
  const limits = { files: MOST_FILES, fields: 3000, parts: 3000, fieldSize: MOST_BYTES.visitor, fieldNameSize: 200 }
  try {
    return busboy({ headers, limits, defParamCharset: 'utf8' })
  } catch {
    return null
  }
}

/** Writes what comes to a place of ours, and tells how much it was; `null` for more than may come. */
export async function keepUpTo(content: Readable, most: number, path: string): Promise<number | null> {
  let bytes = 0
  async function* measured(chunks: AsyncIterable<Buffer>) {
    for await (const chunk of chunks) {
      bytes += chunk.length
      if (bytes > most) return
      yield chunk
    }
  }
  // What is too much is read on and thrown away: the fields after it still count.
  await pipeline(
    content.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>,
    measured,
    createWriteStream(path),
  )
  return bytes > most ? null : bytes
}
