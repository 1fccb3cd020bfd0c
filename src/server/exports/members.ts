import { isoIn } from '@/core/formats/zone'
import type { Consent } from '@/core/records/consent'
import type { Db } from '@/db/database'
import { type Member, readMembers } from '@/db/queries/mailing_lists'
import { readResources } from '@/db/queries/workspace'
import { heavily } from '../heavy'
import { type Export, type ExportedRow, PAGE } from './rows'

/** What showed that an address is theirs who agreed, in words. */
export const PROVEN: Record<NonNullable<Consent['proven']>, string> = {
  mail: 'confirmed by mail',
  link: 'came by their personal link',
  browser: 'came in a browser that remembers them',
}

/** Everybody on a list, whoever joined first before the others, with the evidence of their consent; `null` for no such list. */
export async function exportMembers(db: Db, workspaceId: string, { list }: { list: string }): Promise<Export | null> {
  const { lists, workspace } = await readResources(db, workspaceId)
  if (!lists.some(({ name }) => name === list)) return null
  const show = (one: Member): ExportedRow => {
    const at = (moment: Date | null) => moment && isoIn(workspace.timeZone, moment)
    const proven = one.proven && PROVEN[one.proven]
    return {
      cells: () => [
        one.email,
        one.firstName,
        one.lastName,
        at(one.joinedAt),
        one.wording,
        one.address,
        at(one.askedAt),
        at(one.givenAt),
        proven,
        one.form,
        one.release,
        one.origin,
        one.refused,
      ],
      json: () => ({
        format: 'lichen-member-1',
        contact: one.id,
        email: one.email,
        first_name: one.firstName,
        last_name: one.lastName,
        joined_at: one.joinedAt.toISOString(),
        agreed_to: one.wording,
        agreed_with: one.address,
        asked_at: one.askedAt?.toISOString() ?? null,
        agreed_at: one.givenAt?.toISOString() ?? null,
        proven: one.proven,
        form: one.form,
        release: one.release,
        from: one.origin,
        mail_refused: one.refused,
      }),
    }
  }
  return { name: list, columns: COLUMNS, pages: pages(db, workspaceId, list, show) }
}

const COLUMNS = [
  'email',
  'first_name',
  'last_name',
  'joined_at',
  'agreed_to',
  'agreed_with',
  'asked_at',
  'agreed_at',
  'proven',
  'form',
  'release',
  'from',
  'mail_refused',
]

async function* pages(
  db: Db,
  workspaceId: string,
  list: string,
  show: (one: Member) => ExportedRow,
): AsyncGenerator<ExportedRow[]> {
  let after: Member | null = null
  for (;;) {
    const last: Member | null = after
    const members: Member[] = await heavily(() => readMembers(db, workspaceId, list, last, PAGE))
    if (members.length > 0) yield members.map(show)
    after = members.at(-1) ?? null
    if (members.length < PAGE) return
  }
}
