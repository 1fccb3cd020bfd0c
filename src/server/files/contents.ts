import type { Readable } from 'node:stream'
import { fileTypeFromStream } from 'file-type'
import { read } from './store'

/** So much of a text is looked at, in bytes. */
const LOOK = 64 * 1024

/** The media type of a stored file by what is in it; `null` where it cannot be told. */
export async function typeOfContents(key: string): Promise<string | null> {
  const known = await looking(key, (content) => fileTypeFromStream(content as unknown as ReadableStream<Uint8Array>))
  if (known) return known.mime
  return (await looking(key, isText)) ? 'text/plain' : null
}

/** Looks into a file no further than is needed. */
async function looking<T>(key: string, look: (content: Readable) => Promise<T>): Promise<T> {
  const content = await read(key)
  try {
    return await look(content)
  } finally {
    content.destroy()
  }
}

/** Whether it begins as text in UTF-8 does: whole characters, and none that no text has. */
async function isText(content: Readable): Promise<boolean> {
  let seen = Buffer.alloc(0)
  for await (const chunk of content) {
    seen = Buffer.concat([seen, chunk as Buffer])
    if (seen.length > LOOK) break
  }
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(seen, { stream: true })
    // oxlint-disable-next-line no-control-regex
    return text !== '' && !/[\u0000-\u0008\u000e-\u001a\u001c-\u001f]/.test(text)
  } catch {
    return false
  }
}
