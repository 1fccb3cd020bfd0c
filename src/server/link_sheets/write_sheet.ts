import { addressOf } from '../hosts/base'
import type { Answer } from '@/core/answers/answer'
import { showStored } from '@/core/fields/field'
import { expandLink } from '@/core/fill/link_pattern'
import { type SheetColumn, sheetColumns } from '@/core/fill/sheet_columns'
import type { Cell } from '@/core/form/table'
import { findSheet, readLinksToWrite, readSheetSeed, type SheetInList } from '@/db/queries/link_sheets'
import { readResources } from '@/db/queries/workspace'
import type { Context } from '../context'
import { type Done, done, notDone } from '../done'
import { type Export, PAGE } from '../exports/rows'
import { hashSecret } from '../visits/visitor'
import { codeAt, openSeed } from './codes'

type Link = Awaited<ReturnType<typeof readLinksToWrite>>[number]

export const NO_SHEET = 'There is no such link sheet.'

/** A sheet whose codes can be told: what each of its columns has for a link. */
interface OpenSheet {
  sheet: SheetInList
  cellsOf: (link: Link) => Record<string, Cell>
}

/** Opens what the codes of a sheet are drawn from, or says why they must not be told. */
export async function openSheet(
  { db, config }: Pick<Context, 'db' | 'config'>,
  workspaceId: string,
  id: string,
): Promise<Done<OpenSheet>> {
  const sheet = await findSheet(db, workspaceId, id)
  if (!sheet) return notDone(404, NO_SHEET)
  if (sheet.state === 'withdrawn') return notDone(409, 'The sheet was withdrawn: its links work no more.')
  const sealed = await readSheetSeed(db, workspaceId, id)
  const seed = sealed && openSeed(id, sealed, config.LICHEN_KEYS)
  if (!seed) return notDone(409, 'Its codes cannot be told any more: the key that they were sealed with is gone.')
  const { fields, workspace } = await readResources(db, workspaceId)
  const all = sheetColumns(fields)
  const address = addressOf(config.LICHEN_URL, workspace.host, sheet.form)
  const cellsOf = (link: Link): Record<string, Cell> => {
    const code = codeAt(seed, link.n)
    // Whatever happened to seeds and keys: nothing goes out that does not work.
    if (!hashSecret(code).equals(link.hash)) throw new Error('A code of a sheet is not the one that was kept')
    const told = (column: SheetColumn): string => showStored(column.field ?? undefined, storedIn(link, column))
    const about = Object.fromEntries(all.map((column) => [column.name, column.field ? told(column) : null]))
    const { email, name, company, referralCode: referral_code } = link
    const row = { ...about, email, name, company, code, referral_code }
    return { ...row, link: expandLink(address, sheet.pattern, row) }
  }
  return done({ sheet, cellsOf })
}

const storedIn = ({ values }: Link, { field }: SheetColumn): Answer => (field ? (values[field.name] ?? null) : null)

/**
 * A sheet with a row for each of its links that works, in its order, with the columns that were chosen for it: what is
 * stored of people is as it is now.
 */
export async function writeSheet(
  context: Pick<Context, 'db' | 'config'>,
  workspaceId: string,
  id: string,
): Promise<Done<Export>> {
  const opened = await openSheet(context, workspaceId, id)
  if (!opened.ok) return opened
  const {
    sheet: { columns, form },
    cellsOf,
  } = opened.value
  async function* pages() {
    for (let after = 0; ;) {
      const links = await readLinksToWrite(context.db, id, after, PAGE)
      yield links.map((link) => ({
        cells: () => {
          const cells = cellsOf(link)
          return columns.map((name) => cells[name] ?? null)
        },
        json: () => {
          const cells = cellsOf(link)
          const values = Object.fromEntries(columns.map((name) => [name, cells[name] ?? null]))
          return { format: 'lichen-link-1', contact: link.contact, values }
        },
      }))
      const last = links.at(-1)
      if (!last || links.length < PAGE) return
      after = last.n
    }
  }
  return done({ name: `links-${form}`, columns: [...columns], pages: pages() })
}
