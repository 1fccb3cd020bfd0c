import { readLinksToWrite } from '@/db/queries/link_sheets'
import { readResources } from '@/db/queries/workspace'
import { mailHouse } from '../access/mail_house'
import type { Context } from '../context'
import { type Done, done, notDone } from '../done'
import { log } from '../log'
import { openSheet } from './write_sheet'

/** As many as tell whether links do what they should. */
const SOME = 5

/** Mails the first links of a sheet to whoever asks, to be tried before a mailing goes out. Gives how many they are. */
export async function mailSome(
  context: Context,
  workspaceId: string,
  id: string,
  to: string,
): Promise<Done<{ links: number }>> {
  const opened = await openSheet(context, workspaceId, id)
  if (!opened.ok) return opened
  const { sheet, cellsOf } = opened.value
  const links = await readLinksToWrite(context.db, id, 0, SOME)
  if (links.length === 0) return notDone(409, 'It has no link that works.')
  const { workspace } = await readResources(context.db, workspaceId)
  const lines = links.map((link) => `${link.email}\n${cellsOf(link).link}`)
  try {
    await mailHouse(context, {
      workspaceId,
      mailDomain: workspace.mailDomain,
      to,
      subject: `Links to try: ${sheet.title}`,
      text: `The first of the link sheet. Whoever opens one is taken for the person above it, so that what is sent counts as theirs: look, and leave.\n\n${lines.join('\n\n')}`,
    })
  } catch (error) {
    log.error({ error }, 'Links to try were not mailed')
    return notDone(409, 'The mail could not be sent. Try again in a moment.')
  }
  return done({ links: links.length })
}
