import type { IncomingMessage, ServerResponse } from 'node:http'
import { problem } from '../problem'
import { postForm, postProgress } from './serve'

const DOOR = /^\/f\/([a-z0-9-]+)(\/progress)?\/?(?:\?|$)/
const MOST_BYTES = 600 * 1024

/**
 * Answers what visitors' browsers send, straight from the socket: the same handlers as the routes under
 * `/f/`, without the way through the application's router, which costs more than accepting an answer does.
 * `false` when the request is for somebody else.
 */
export function answerAtTheDoor(request: IncomingMessage, response: ServerResponse, origin: string): boolean {
  if (request.method !== 'POST') return false
  const [, slug, progress] = DOOR.exec(request.url ?? '') ?? []
  if (!slug) return false
  void readBytes(request)
    .then((body) => {
      if (!body) return problem(413, 'The body is larger than 512 KB.', {}, { connection: 'close' })
      const asked = new Request(origin + (request.url ?? ''), { method: 'POST', headers: headersOf(request), body })
      return progress ? postProgress(asked, slug) : postForm(asked, slug)
    })
    .then((answered) => write(answered, response))
    // The visitor went away while sending; there is nobody to answer.
    .catch(() => response.destroy())
  return true
}

/** The whole body; `null` when it is too large, of which no more is read. */
async function readBytes(request: IncomingMessage): Promise<Buffer<ArrayBuffer> | null> {
  const chunks: Buffer[] = []
  let size = 0
  const reading = request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>
  for await (const chunk of reading) {
    size += chunk.length
    if (size > MOST_BYTES) return null
    chunks.push(chunk)
  }
  return Buffer.concat(chunks)
}

function headersOf({ headers }: IncomingMessage): Record<string, string> {
  const kept: Record<string, string> = {}
  for (const name of ['content-type', 'content-length', 'cookie', 'referer'] as const) {
    const value = headers[name]
    if (value) kept[name] = value
  }
  return kept
}

async function write(answered: Response, response: ServerResponse): Promise<void> {
  const body = answered.body ? Buffer.from(await answered.arrayBuffer()) : null
  response.writeHead(answered.status, Object.fromEntries(answered.headers))
  response.end(body ?? undefined)
}
