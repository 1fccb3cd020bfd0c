import { IncomingMessage } from 'node:http'

/** Largest bodies, in bytes: what visitors send, and everything else. */
export const MOST_BYTES = { visitor: 512 * 1024, studio: 1024 * 1024 }

/** How long a body may take, in milliseconds. */
const LONGEST = 30_000

/** The whole body; `null` when it is larger than `most`, of which no more is read than that. */
export async function readBytes(request: IncomingMessage, most: number): Promise<Buffer<ArrayBuffer> | null> {
  if (Number(request.headers['content-length'] ?? 0) > most) return null
  const chunks: Buffer[] = []
  let size = 0
  const late = setTimeout(() => request.destroy(new Error('The body came too slowly')), LONGEST)
  const reading = request.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>
  try {
    for await (const chunk of reading) {
      size += chunk.length
      if (size > most) return null
      chunks.push(chunk)
    }
  } finally {
    clearTimeout(late)
  }
  return Buffer.concat(chunks)
}

/** The same request with its body already read, for whoever reads it again. */
export function withBody(request: IncomingMessage, body: Buffer): IncomingMessage {
  const again = new IncomingMessage(request.socket)
  const { method, url, httpVersion, httpVersionMajor, httpVersionMinor, rawHeaders, headers } = request
  Object.assign(again, { method, url, httpVersion, httpVersionMajor, httpVersionMinor, rawHeaders, complete: true })
  again.headers = headers
  again.push(body)
  again.push(null)
  return again
}
