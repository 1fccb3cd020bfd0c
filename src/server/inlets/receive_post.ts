import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import type { IncomingMessage } from 'node:http'
import { join } from 'node:path'
import type { Readable } from 'node:stream'
import { tidyFileName } from '@/core/answers/files'
import { type Came, type CameField, cameAsFields } from '@/core/inlets/came'
import { beginFile, finishFile } from '@/db/queries/files'
import { findAskedInlet, type StoredInlet } from '@/db/queries/inlets'
import { context } from '../context'
import { count, ofAsker } from '../door/limits'
import { typeOfContents } from '../files/contents'
import { keepUpTo, type NotRead, readMultipart, TooMuch } from '../files/multipart'
import { put, waitingRoom } from '../files/store'
import { roomFor } from '../files/visit_file'
import { givePass, type VisitPass } from '../visits/secret'

/** A post that came with files in it, which are in the store. */
export interface ReceivedPost {
  came: Came
  files: string[]
  /** The visit that its files are of. */
  pass: VisitPass
}

/** Largest file that is taken with a post, in bytes. */
const LARGEST = 10_000_000

/** What a file is of whose contents nobody can tell (RFC 2046, 4.5.1). */
const ANY_TYPE = 'application/octet-stream'

/**
 * Reads a post that is sent in the way that can have files in it. Files go into the store as they come; whatever is not
 * kept with the post in the end is removed like any file that was left.
 */
export async function receivePost(
  request: IncomingMessage,
  slug: string,
  name: string,
): Promise<ReceivedPost | NotRead> {
  const { visitors: db, config } = context()
  const inlet = await findAskedInlet(db, slug, name)
  const fields: Promise<CameField | null>[] = []
  const pass = givePass(config.LICHEN_SECRET, inlet?.formId ?? '')
  const read = await readMultipart(request, {
    field: (called, text) =>
      void fields.push(...(cameAsFields([[called, text]]) ?? []).map((one) => Promise.resolve(one))),
    file(called, filename, content) {
      // What is signed has no files: whoever may send them is not known yet.
      const taken =
        inlet?.settings.files && inlet.secret === null
          ? receiveOne(inlet, pass, called, filename, content)
          : leave(content)
      fields.push(taken)
      return taken.then(() => undefined)
    },
  })
  if (read !== 'read') return read
  const came = (await Promise.all(fields)).filter((field) => field !== null)
  const files = came.flatMap(([, said]) => (typeof said === 'string' ? [] : [said.id]))
  return { came, files, pass }
}

function leave(content: Readable): Promise<null> {
  content.resume()
  return Promise.resolve(null)
}

async function receiveOne(
  { workspaceId, formId, slug }: StoredInlet,
  { id: visit_id }: VisitPass,
  called: string,
  filename: string,
  content: Readable,
): Promise<CameField | null> {
  const { visitors: db, config } = context()
  const waiting = join(waitingRoom(), `lichen-${randomUUID()}`)
  try {
    const bytes = await keepUpTo(content, LARGEST, waiting)
    if (bytes === null || count(...ofAsker('file', slug)) > 0) throw new TooMuch()
    // A browser sends an empty one for a box in which none was chosen.
    if (bytes === 0) return null
    const id = randomUUID()
    const [field] = cameAsFields([[called, '']]) ?? []
    if (!field) return null
    const name = tidyFileName(filename)
    const file = { id, workspace_id: workspaceId, form_id: formId, visit_id, question: field[0], name, bytes }
    if (!(await beginFile(db, file, roomFor(config)))) throw new TooMuch()
    await put(id, bytes, createReadStream(waiting))
    await finishFile(db, id, (await typeOfContents(id)) ?? ANY_TYPE, name)
    return [field[0], { id, name, bytes }]
  } finally {
    content.resume()
    await rm(waiting, { force: true })
  }
}
