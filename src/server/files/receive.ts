import type { IncomingMessage, ServerResponse } from 'node:http'
import { EVENTS, Server } from '@tus/server'
import { PROOF_HEADER } from '@/core/answers/files'
import { findUnsent, forgetFile, giveUpFile, hasRoom, noteReceived } from '@/db/queries/files'
import { context } from '../context'
import { isTemporary } from '../failures'
import { findAskedForm, type LiveForm } from '../forms/live'
import { log } from '../log'
import { speechFor } from '../visitor/language'
import { FileLocker } from './lock'
import { store } from './store'
import { claimVisit } from '../visits/claim'
import { beginVisitFile, noRoom, NotTaken, noSuchFile, otherBrowser, roomFor, settleFile } from './visit_file'

/** Where files are sent to, and where one of them is. */
export const FILES = /^\/f\/([^/]*)\/files(?:\/([0-9a-f-]{36}))?\/?$/

type Asked = Parameters<NonNullable<Server['options']['onUploadCreate']>>[0]

const holder = globalThis as { lichenReceiver?: Promise<Server> }

/**
 * Receives files by the open protocol for resumable uploads, tus 1.0 (https://tus.io/protocols/resumable-upload).
 * What a file is for comes as metadata when it is begun: `visit`, `proof`, `release`, `question`, `filename`. Whatever is
 * asked of it later shows the proof in a header.
 */
export async function receiveFiles(request: IncomingMessage, response: ServerResponse): Promise<void> {
  response.setHeader('cache-control', 'no-store')
  const receiver = await (holder.lichenReceiver ??= makeReceiver())
  await receiver.handle(request, response)
}

async function makeReceiver(): Promise<Server> {
  const { visitors: db, config } = context()
  const receiver = new Server({
    path: '/files',
    datastore: await store(),
    locker: new FileLocker(),
    relativeLocation: true,
    // Which sites may, the door has said.
    allowedOrigins: () => false,
    // Larger ones are refused by their question, in its words.
    maxSize: 2_000_000_000,
    getFileIdFromRequest: (asked) => partsOf(asked).id,
    generateUrl: (asked, { id }) => `${new URL(asked.url).pathname.replace(/\/$/, '')}/${id}`,
    async namingFunction(asked, metadata) {
      const { visit, proof, release, question, filename } = metadata ?? {}
      const bytes = Number(asked.headers.get('upload-length'))
      const claim = {
        visit: visit ?? undefined,
        proof: proof ?? undefined,
        release: release ?? undefined,
        question: question ?? '',
        name: filename ?? '',
        bytes,
      }
      return beginVisitFile(await formOf(asked), claim)
    },
    // The proof is nobody else’s business.
    onUploadCreate: (_, { metadata }) => Promise.resolve({ metadata: { release: metadata?.release ?? null } }),
    async onIncomingRequest(asked, id) {
      if (asked.method === 'POST') return
      const file = await findUnsent(db, id)
      if (!file) throw noSuchFile()
      // Its address stands in what is sent, and in the browser it was sent from: knowing it lets nobody at it.
      const claim = { visit: file.visitId, proof: asked.headers.get(PROOF_HEADER) }
      if (!claimVisit(config.LICHEN_SECRET, file.formId, claim, false)) throw otherBrowser()
      if (asked.method === 'DELETE' && !(await giveUpFile(db, id))) throw noSuchFile()
      if (asked.method === 'PATCH' && !(await hasRoom(db, id, roomFor(config).bytes))) throw noRoom()
    },
    async onUploadFinish(asked, { id, metadata }) {
      await settleFile(await formOf(asked), metadata?.release ?? undefined, id)
      return {}
    },
    onResponseError(asked, error) {
      if (error instanceof NotTaken) return { status_code: error.status, body: error.tellWhy(speechFor(asked)) }
      if (!(error instanceof Error)) return undefined
      const away = isTemporary(error)
      log.error({ error, away }, 'A file could not be received')
      return { status_code: away ? 503 : 500, body: 'Our side could not take the file just now.' }
    },
  })
  receiver.on(EVENTS.POST_RECEIVE, (_, { id, offset }) => void noteReceived(db, id, offset).catch(() => undefined))
  receiver.on(EVENTS.POST_TERMINATE, (_, __, id) => void forgetFile(db, id).catch(() => undefined))
  return receiver
}

function partsOf(asked: Asked): { slug: string; id: string | undefined } {
  const [, slug = '', id] = FILES.exec(decodeURIComponent(new URL(asked.url).pathname)) ?? []
  return { slug, id }
}

async function formOf(asked: Asked): Promise<LiveForm> {
  const live = await findAskedForm(context().visitors, partsOf(asked).slug)
  if (!live) throw new NotTaken(404, (speech) => speech.tell('no_form_title'))
  return live
}
