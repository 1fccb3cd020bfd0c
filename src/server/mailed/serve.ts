import { tellConfirmed } from '@/core/dispatch/ask_to_confirm'
import type { TextKey } from '@/core/language/texts'
import type { Db } from '@/db/database'
import { type Asked, findAsked } from '@/db/queries/confirming'
import { findLeaving, type Leaving } from '@/db/queries/leaving'
import { context } from '../context'
import { askedHostOf } from '../door/asker'
import { count, ofAsker } from '../door/limits'
import { isTemporary } from '../failures'
import { log } from '../log'
import { problem } from '../problem'
import { joinHtml, leaveHtml, mineHtml, plainHtml, saidHtml, tooManyHtml, type Visiting } from '../visitor/html'
import { languageFor, speechFor } from '../visitor/language'
import { confirmLists, refuseLists } from './join'
import { leaveLists } from './leaveLists'
import { type MailedFor, readMailedLink } from './links'
import { findMine, type Mine, settleMine } from './mine'

/**
 * The pages that addresses in mails lead to. A look changes nothing, since mail programs look at every address; what is
 * sent does.
 */
export async function serveMailed(request: Request, what: MailedFor, code: string): Promise<Response> {
  const language = languageFor(request)
  if (request.method !== 'GET' && request.method !== 'POST')
    return problem(405, 'This address takes GET, POST.', {}, { allow: 'GET, POST' })
  const wait = count(...ofAsker('send', 'mailed'))
  if (wait > 0) return tooManyHtml(wait, language, 'sent_often')
  const { config, presence } = context()
  try {
    const id = readMailedLink(config.LICHEN_SECRET, what, code)
    return await PAGES[what](request, id)
  } catch (error) {
    const away = isTemporary(error)
    log.error({ error, away, what }, 'An address of a mail failed')
    presence.tell(error)
    return away
      ? saidHtml(503, language, 'unsent_title', 'unsent')
      : saidHtml(500, language, 'wrong_title', 'went_wrong')
  }
}

/** A page that a mail leads to: about what it is, and what comes of what is sent from it. */
interface Page<About> {
  find(db: Db, id: string): Promise<About | null>
  /** Said where there is nothing, or no more. */
  none: readonly [title: TextKey, text: TextKey]
  show(about: About, spoken: Visiting): Promise<Response>
  take(db: Db, about: About, sent: URLSearchParams, spoken: Visiting): Promise<Response>
}

const serve = async <About extends { workspace: string }>(
  page: Page<About>,
  request: Request,
  id: string | null,
): Promise<Response> => {
  const { db } = context()
  const spoken = { language: languageFor(request), speech: speechFor(request) }
  const about = id === null ? null : await page.find(db, id)
  const hostOf = askedHostOf()
  // At a host name of a workspace’s own nothing of another’s is told.
  if (about === null || (hostOf !== null && hostOf !== about.workspace))
    return saidHtml(404, spoken.language, ...page.none)
  return request.method === 'POST'
    ? page.take(db, about, new URLSearchParams(await request.text()), spoken)
    : page.show(about, spoken)
}

const NOTHING_ASKED = ['mine_none_title', 'mine_none'] as const

/** Somebody leaves lists; the one press of a mail program (RFC 8058) sends no choice, and leaves all of them. */
const leave: Page<Leaving> = {
  find: findLeaving,
  none: ['no_lists_title', 'no_lists'],
  show: (found, spoken) => leaveHtml(found, spoken, false),
  async take(db, found, sent, spoken) {
    const stay = sent.has('all') || sent.has('List-Unsubscribe') ? [] : sent.getAll('stay')
    await leaveLists(db, found.workspace, found.contact, stay, (sent.get('reason') ?? '').trim())
    const left = await findLeaving(db, found.contact)
    return leaveHtml(left ?? { ...found, lists: [] }, spoken, true)
  },
}

/** Somebody says whether it was them who wrote what is proposed for their record. */
const mine: Page<Mine> = {
  find: findMine,
  none: NOTHING_ASKED,
  show: mineHtml,
  async take(db, found, sent, { language }) {
    const isTheirs = sent.get('mine') === 'yes'
    await settleMine(db, found, isTheirs)
    return saidHtml(200, language, 'mine_thanks', isTheirs ? 'mine_kept' : 'mine_left')
  },
}

/** Somebody confirms that they join lists, or says that they did not ask for it. */
const join: Page<Asked> = {
  find: findAsked,
  none: NOTHING_ASKED,
  show: joinHtml,
  async take(db, asked, sent, { language, speech }) {
    if (sent.get('join') !== 'yes') {
      await refuseLists(db, asked)
      return saidHtml(200, language, 'mine_thanks', 'join_refused')
    }
    await confirmLists(db, asked)
    return plainHtml(
      200,
      speech.tell('mine_thanks'),
      tellConfirmed({ ...asked, email: asked.address, speech }),
      language,
    )
  },
}

const PAGES: Record<MailedFor, (request: Request, id: string | null) => Promise<Response>> = {
  leave: (request, id) => serve(leave, request, id),
  mine: (request, id) => serve(mine, request, id),
  join: (request, id) => serve(join, request, id),
}
