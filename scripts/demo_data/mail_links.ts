import { readLinksToWrite } from '@/db/queries/link_sheets'
import type { Config } from '@/server/config'
import { makeSheet } from '@/server/link_sheets/makeSheet'
import { openSheet } from '@/server/link_sheets/write_sheet'
import type { House } from './people'

/** A mailing two weeks ago: a link sheet for these contacts. Gives the code of the link that each of them got, and their referral code. */
export async function mailLinks(
  { db, workspaceId, by, daysAgo }: House,
  config: Config,
  form: { id: string },
  contacts: readonly string[],
): Promise<Map<string, { link: string; referral: string }>> {
  const whom = { type: 'contact' as const, ids: contacts }
  const about = { title: 'Glaze club mailing', chosen: 'People chosen by hand', adds: false, days: 180 }
  const { id } = await makeSheet({ db, config }, workspaceId, { ...about, form, whom, at: daysAgo(14) }, by)
  const opened = await openSheet({ db, config }, workspaceId, id)
  if (!opened.ok) throw new Error(opened.message)
  const links = await readLinksToWrite(db, id, 0, contacts.length)
  return new Map(
    links.map((one) => {
      const { code, referral_code } = opened.value.cellsOf(one)
      return [one.contact, { link: String(code), referral: String(referral_code) }]
    }),
  )
}
