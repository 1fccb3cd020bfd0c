import type { IncomingMessage, ServerResponse } from 'node:http'
import { PROOF_HEADER } from '@/core/answers/files'
import { VISIT_HEADER } from '@/visitor/visit_header'
import { context } from '../context'
import { findAskedForm } from '../forms/live'
import { count, ofAsker } from './limits'
import { inTurn } from './turns'

/** What scripts of pages in which a form stands send beside their answers, and read of ours. */
const SENT = [
  ...['content-type', PROOF_HEADER, VISIT_HEADER],
  ...['tus-resumable', 'upload-length', 'upload-metadata', 'upload-offset'],
].join(', ')
const READ = 'location, retry-after'

/**
 * Lets pages of the sites that may hold a form read what it answers (CORS, WHATWG Fetch). No cookie goes along: what is
 * known of somebody stays on our own pages. Gives whether a browser only asked for leave, which is answered then.
 */
export async function shareWithSite(
  request: IncomingMessage,
  response: ServerResponse,
  slug: string,
): Promise<boolean> {
  const { origin } = request.headers
  const isAsked = request.method === 'OPTIONS'
  if (!origin || origin === new URL(context().config.LICHEN_URL).origin) return false
  if (isAsked && count(...ofAsker('progress', slug)) > 0) return false
  const { presence, visitors } = context()
  // Without the database nobody is let, and what is asked for says why.
  const live = presence.isAway ? null : await inTurn(() => findAskedForm(visitors, slug)).catch(() => null)
  if (!live?.form.framedBy.includes(origin)) return false
  response.setHeader('access-control-allow-origin', origin)
  response.setHeader('access-control-expose-headers', READ)
  if (!isAsked) return false
  response.writeHead(204, {
    'access-control-allow-methods': 'GET, HEAD, POST, PATCH, DELETE',
    'access-control-allow-headers': SENT,
    'access-control-max-age': '600',
  })
  response.end()
  return true
}
