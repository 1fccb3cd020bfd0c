import { readLinksToWrite } from '@/db/queries/link_sheets'
import type { Config } from '@/server/config'
import { makeSheet } from '@/server/link_sheets/makeSheet'
import { openSheet } from '@/server/link_sheets/write_sheet'
import type { House } from './people'

/** A mailing two weeks ago: a link sheet for these contacts. Gives the code that each of them got. */
export async function mailLinks(
  { db, workspaceId, by, daysAgo }: House,
  config: Config,
  form: { id: string },
  contacts: readonly string[],
): Promise<Map<string, string>> {
  const whom = { type: 'contact' as const, ids: contacts }
  const about = { title: 'Glaze club mailing', chosen: 'People chosen by hand', adds: false, days: 180 }
  const { id } = await makeSheet({ db, config }, workspaceId, { ...about, form, whom, at: daysAgo(14) }, by)
  const opened = await openSheet({ db, config }, workspaceId, id)
  if (!opened.ok) throw new Error(opened.message)
  const links = await readLinksToWrite(db, id, 0, contacts.length)
  return new Map(links.map((link) => [link.contact, String(opened.value.cellsOf(link).code)]))
}
