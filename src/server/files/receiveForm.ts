import { AsyncResource } from 'node:async_hooks'
import { randomUUID } from 'node:crypto'
import { createReadStream, createWriteStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import busboy from 'busboy'
import { fileAddress, tidyFileName } from '@/core/answers/files'
import { context } from '../context'
import { MOST_BYTES } from '../door/body'
import { findAskedForm, type LiveForm } from '../forms/live'
import { log } from '../log'
import { givePass, type VisitPass } from '../visits/secret'
import { put, waitingRoom } from './store'
import { beginVisitFile, filesAsked, NotTaken, settleFile, takesNone, tooLarge } from './visit_file'

/** What an HTML form with files sent: its fields, those of files with their addresses; and files not taken. */
export interface ReceivedForm {
  fields: [name: string, text: string][]
  refused: { question: string; tellWhy: NotTaken['tellWhy'] }[]
  /** The visit that files are of, where a page of another site sent them, to which none was given. */
  pass?: VisitPass
}

/** Most files in one form. */
const MOST_FILES = 40

/**
 * Reads an HTML form that is sent with its files in it, as browsers without a script do (RFC 7578). Files go
 * into the store as they come; what stands for them in the answers is their address.
 */
export async function receiveForm(
  request: IncomingMessage,
  slug: string,
): Promise<ReceivedForm | 'too large' | 'unreadable'> {
  const live = await findAskedForm(context().visitors, slug)
  if (!live) return { fields: [], refused: [] }
  const received: ReceivedForm = { fields: [], refused: [] }
  const files: Promise<void>[] = []
  let characters = 0
  const parser = openParser(request)
  if (!parser) return 'unreadable'
  // A part may come without a name, whatever the types say: browsers send none, and so it is no field.
  parser.on('field', (name: string | undefined, text) => {
    if (name === undefined) return
    characters += name.length + text.length
    if (characters > MOST_BYTES.visitor) parser.destroy(new TooMuch())
    else received.fields.push([name, text])
  })
  // What comes on a connection knows nothing of the request it belongs to, and so not whom it comes from.
  const takeFile = AsyncResource.bind(
    (question: string | undefined, content: Readable, { filename }: busboy.FileInfo) => {
      if (!filename || question === undefined) return void content.resume()
      const taken = receiveOne(live, received, { question, name: filename, content, from: request.headers.origin })
      // It is asked for once all has come: what fails before then, as the database does, must not end the process.
      taken.catch(() => undefined)
      files.push(taken)
    },
  )
  parser.on('file', takeFile)
  for (const event of ['filesLimit', 'fieldsLimit', 'partsLimit'] as const)
    parser.on(event, () => parser.destroy(new TooMuch()))
  try {
    await parseAll(request, parser)
    await Promise.all(files)
    return received
  } catch (error) {
    await Promise.allSettled(files)
    if (error instanceof TooMuch) return 'too large'
    if (files.length > 0 && request.complete) throw error
    log.info({ error }, 'A form with files could not be read')
    return 'unreadable'
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

class TooMuch extends Error {}

function openParser({ headers }: IncomingMessage): busboy.Busboy | null {
  const limits = { files: MOST_FILES, fields: 3000, parts: 3000, fieldSize: MOST_BYTES.visitor, fieldNameSize: 200 }
  try {
    return busboy({ headers, limits, defParamCharset: 'utf8' })
  } catch {
    return null
  }
}

interface ComingFile {
  question: string
  name: string
  content: Readable
  /** The site that it is sent from, as its browser tells. */
  from: string | undefined
}

/** Takes one file, whose size is known only once it is here. */
async function receiveOne(
  live: LiveForm,
  received: ReceivedForm,
  { question, name: given, content, from }: ComingFile,
): Promise<void> {
  const { fields, refused } = received
  const release = toldIn(received, '_release')
  const name = tidyFileName(given)
  const waiting = join(waitingRoom(), `lichen-${randomUUID()}`)
  try {
    const asked = await filesAsked(live, release, question)
    if (!asked) throw takesNone()
    const bytes = await keepUpTo(content, asked.bytes, waiting)
    if (bytes === null) throw tooLarge(name, asked.bytes)
    const { id: visit, proof } = visitOf(live, received, from)
    const claim = { visit, proof, release, question, name, bytes }
    const id = await beginVisitFile(live, claim)
    await put(id, bytes, createReadStream(waiting))
    await settleFile(live, release, id)
    fields.push([question, fileAddress(context().config.LICHEN_URL, id, name)])
  } catch (error) {
    if (!(error instanceof NotTaken)) throw error
    refused.push({ question, tellWhy: error.tellWhy })
  } finally {
    content.resume()
    await rm(waiting, { force: true })
  }
}

const toldIn = ({ fields }: ReceivedForm, field: string): string | undefined =>
  fields.find(([name]) => name === field)?.[1]

/** The visit that a file is of: the page’s, or one that is given to what comes from a page of a site that may send. */
function visitOf(live: LiveForm, received: ReceivedForm, from: string | undefined): Partial<VisitPass> {
  const id = toldIn(received, '_visit')
  if (id !== undefined) return { id, proof: toldIn(received, '_proof') ?? '' }
  if (from === undefined || !live.form.sentFrom.includes(from)) return {}
  return (received.pass ??= givePass(context().config.LICHEN_SECRET, live.formId))
}

/** Writes what comes to a place of ours, and tells how much it was; `null` for more than may come. */
async function keepUpTo(content: Readable, most: number, path: string): Promise<number | null> {
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
