import { findLeaving } from '@/db/queries/leaving'
import { context } from '../context'
import { count, ofAsker } from '../door/limits'
import { isTemporary } from '../failures'
import { log } from '../log'
import { problem } from '../problem'
import { leaveHtml, saidHtml, tooManyHtml } from '../visitor/html'
import { languageFor, speechFor } from '../visitor/language'
import { leaveLists } from './leaveLists'
import { readLeaveLink } from './leave_link'

/**
 * The page at which somebody leaves lists: a look changes nothing, since mail programs look at every address; sending it
 * does, and so does the one press of a mail program (RFC 8058), which sends no choice and leaves all of them.
 */
export async function serveLeaving(request: Request, code: string): Promise<Response> {
  const language = languageFor(request)
  if (request.method !== 'GET' && request.method !== 'POST')
    return problem(405, 'This address takes GET, POST.', {}, { allow: 'GET, POST' })
  const wait = count(...ofAsker('send', 'leaving'))
  if (wait > 0) return tooManyHtml(wait, language, 'sent_often')
  const { db, config, presence } = context()
  try {
    const asked = readLeaveLink(config.LICHEN_SECRET, code)
    const found = asked === null ? null : await findLeaving(db, asked)
    if (!found) return await saidHtml(404, language, 'no_lists_title', 'no_lists')
    if (request.method === 'GET') return await leaveHtml(found, language, speechFor(request), false)
    const sent = new URLSearchParams(await request.text())
    const stay = sent.has('all') || sent.has('List-Unsubscribe') ? [] : sent.getAll('stay')
    await leaveLists(db, found.workspace, found.contact, stay, (sent.get('reason') ?? '').trim())
    const left = await findLeaving(db, found.contact)
    return await leaveHtml(left ?? { ...found, lists: [] }, language, speechFor(request), true)
  } catch (error) {
    const away = isTemporary(error)
    log.error({ error, away }, 'Somebody could not leave a list')
    presence.tell(error)
    return away
      ? saidHtml(503, language, 'unsent_title', 'unsent')
      : saidHtml(500, language, 'wrong_title', 'went_wrong')
  }
}
