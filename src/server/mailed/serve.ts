import { tellConfirmed } from '@/core/dispatch/ask_to_confirm'
import { findLeaving } from '@/db/queries/leaving'
import { context } from '../context'
import { count, ofAsker } from '../door/limits'
import { isTemporary } from '../failures'
import { log } from '../log'
import { problem } from '../problem'
import { joinHtml, leaveHtml, mineHtml, plainHtml, saidHtml, tooManyHtml } from '../visitor/html'
import { languageFor, speechFor } from '../visitor/language'
import { confirmLists, findAsking, refuseLists } from './join'
import { leaveLists } from './leaveLists'
import { type MailedFor, readMailedLink } from './links'
import { findMine, settleMine } from './mine'

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

type Page = (request: Request, id: string | null) => Promise<Response>

const PAGES: Record<MailedFor, Page> = { leave: leavePage, mine: minePage, join: joinPage }

const sentIn = async (request: Request): Promise<URLSearchParams | null> =>
  request.method === 'POST' ? new URLSearchParams(await request.text()) : null

/** Somebody leaves lists; the one press of a mail program (RFC 8058) sends no choice, and leaves all of them. */
async function leavePage(request: Request, contact: string | null): Promise<Response> {
  const { db } = context()
  const [language, speech] = [languageFor(request), speechFor(request)]
  const found = contact === null ? null : await findLeaving(db, contact)
  if (!found) return saidHtml(404, language, 'no_lists_title', 'no_lists')
  const sent = await sentIn(request)
  if (!sent) return leaveHtml(found, language, speech, false)
  const stay = sent.has('all') || sent.has('List-Unsubscribe') ? [] : sent.getAll('stay')
  await leaveLists(db, found.workspace, found.contact, stay, (sent.get('reason') ?? '').trim())
  const left = await findLeaving(db, found.contact)
  return leaveHtml(left ?? { ...found, lists: [] }, language, speech, true)
}

/** Somebody says whether it was them who wrote what is proposed for their record. */
async function minePage(request: Request, submission: string | null): Promise<Response> {
  const { db } = context()
  const [language, speech] = [languageFor(request), speechFor(request)]
  const mine = submission === null ? null : await findMine(db, submission)
  if (!mine) return saidHtml(404, language, 'mine_none_title', 'mine_none')
  const sent = await sentIn(request)
  if (!sent) return mineHtml(mine, language, speech)
  const isTheirs = sent.get('mine') === 'yes'
  await settleMine(db, mine, isTheirs)
  return saidHtml(200, language, 'mine_thanks', isTheirs ? 'mine_kept' : 'mine_left')
}

/** Somebody confirms that they join lists, or says that they did not ask for it. */
async function joinPage(request: Request, ask: string | null): Promise<Response> {
  const { db } = context()
  const [language, speech] = [languageFor(request), speechFor(request)]
  const asking = ask === null ? null : await findAsking(db, ask)
  if (!asking) return saidHtml(404, language, 'mine_none_title', 'mine_none')
  const sent = await sentIn(request)
  if (!sent) return joinHtml(asking, language, speech)
  if (sent.get('join') !== 'yes') {
    await refuseLists(db, asking)
    return saidHtml(200, language, 'mine_thanks', 'join_refused')
  }
  await confirmLists(db, asking)
  const { lists, address, from } = asking
  return plainHtml(200, speech.tell('mine_thanks'), tellConfirmed({ lists, email: address, from, speech }), language)
}
