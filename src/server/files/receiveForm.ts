import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { fileAddress, tidyFileName } from '@/core/answers/files'
import { context } from '../context'
import { findAskedForm, type LiveForm } from '../forms/live'
import { givePass, type VisitPass } from '../visits/secret'
import { keepUpTo, type NotRead, readMultipart } from './multipart'
import { put, waitingRoom } from './store'
import { beginVisitFile, filesAsked, NotTaken, settleFile, takesNone, tooLarge } from './visit_file'

/** What an HTML form with files sent: its fields, those of files with their addresses; and files not taken. */
export interface ReceivedForm {
  fields: [name: string, text: string][]
  refused: { question: string; tellWhy: NotTaken['tellWhy'] }[]
  /** The visit that files are of, where a page of another site sent them, to which none was given. */
  pass?: VisitPass
}

/** Reads a form that is sent with files in it. Files go into the store as they come; what stands for them in the answers is their address. */
export async function receiveForm(request: IncomingMessage, slug: string): Promise<ReceivedForm | NotRead> {
  const live = await findAskedForm(context().visitors, slug)
  const received: ReceivedForm = { fields: [], refused: [] }
  if (!live) return received
  const from = request.headers.origin
  const read = await readMultipart(request, {
    field: (name, text) => void received.fields.push([name, text]),
    file: (question, name, content) => receiveOne(live, received, { question, name, content, from }),
  })
  return read === 'read' ? received : read
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
