import { findOwnFile } from '@/db/queries/files'
import { context } from '../context'
import { problem } from '../problem'
import { streamed } from '../streamed'
import { read } from './store'

/** Pictures that every browser shows; everything else is only bytes to it. */
const SHOWN = new Set(['image/png', 'image/jpeg', 'image/webp', 'image/gif', 'image/avif'])

/** A file of a workspace as a download: nothing that was sent is ever shown as a page of ours. */
export async function downloadFile(workspaceId: string, id: string): Promise<Response> {
  const file = await findOwnFile(context().db, workspaceId, id)
  if (!file) return problem(404, 'There is no such file.')
  const type = file.type ?? ''
  return new Response(streamed(await read(file.id)), {
    headers: {
      'content-type': SHOWN.has(type) ? type : 'application/octet-stream',
      'content-length': String(file.bytes),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(file.name).replace(/['()*]/g, escape)}`,
      'content-security-policy': "default-src 'none'; sandbox",
      'cache-control': 'private, max-age=3600',
    },
  })
}

/** The few characters that a header's parameter must not have and `encodeURIComponent` leaves (RFC 8187). */
const escape = (character: string): string => `%${character.charCodeAt(0).toString(16).toUpperCase()}`
