import { notFound } from 'next/navigation'
import { z } from 'zod'
import { SUBMISSION_KEYS, UNFINISHED_KEYS } from '@/db/queries/arrivals'
import { DELIVERY_KEYS, WHICH_DELIVERIES } from '@/db/queries/deliveries'
import { HISTORY_KEYS, WHICH_CAUSES } from '@/db/queries/causes'
import { FORM_KEYS, FORM_SHELVES } from '@/db/queries/forms'
import { CAME, LINK_KEYS } from '@/db/queries/link_sheets'
import { OPENED_KEYS } from '@/db/queries/opened'
import { COMPANY_KEYS, CONTACT_KEYS } from '@/db/queries/people'
import type { Member } from '@/server/access/member'
import { narrowedSchema, readOutbox, readSubmissions, readUnfinished } from '@/server/deeds/arrivals'
import { deedSchema, readHistory } from '@/server/deeds/history'
import { readForms } from '@/server/deeds/forms'
import { daySchema } from '@/server/deeds/shapes'
import { type Done, done, notDone } from '@/server/done'
import { tookTooLong } from '@/server/failures'
import { readSheetLinks } from '@/server/deeds/link_sheets'
import { readDeals, readRequests } from '@/server/deeds/opened'
import { readCompanies, readContacts } from '@/server/deeds/people'
import { type List, list, type Page } from './list'

const form = z.string().max(200).optional()
const at = z.string().max(200).optional()
const segment = z.string().max(100).optional()
const owner = z.string().max(100).optional()
const day = daySchema.optional().catch(undefined)

/** Every list of the studio that is scrolled on. */
export const LISTS = {
  forms: list(readForms, 'forms', FORM_KEYS, { shelf: z.enum(FORM_SHELVES).optional().catch(undefined) }),
  submissions: list(readSubmissions, 'submissions', SUBMISSION_KEYS, { form, state: narrowedSchema.optional() }),
  unfinished: list(readUnfinished, 'unfinished', UNFINISHED_KEYS, { form, from: day, to: day }),
  people: list(readContacts, 'contacts', CONTACT_KEYS, { owner, segment }),
  deals: list(readDeals, 'records', OPENED_KEYS, { at, owner }),
  requests: list(readRequests, 'records', OPENED_KEYS, { at, owner }),
  companies: list(readCompanies, 'companies', COMPANY_KEYS, { owner }),
  links: list(readSheetLinks, 'links', LINK_KEYS, { id: z.uuid(), came: z.enum(CAME).optional().catch(undefined) }),
  history: list(readHistory, 'history', HISTORY_KEYS, {
    which: z.enum(WHICH_CAUSES),
    deed: deedSchema.optional().catch(undefined),
  }),
  deliveries: list(readOutbox, 'deliveries', DELIVERY_KEYS, { which: z.enum(WHICH_DELIVERIES) }),
}

export type ListName = keyof typeof LISTS

/** What narrows and sorts a list. */
export type QueryOf<Name extends ListName> = z.input<(typeof LISTS)[Name]['query']>

/** A row of a list, as it comes to the screen. */
export type RowOf<Name extends ListName> = Sent<PageOf<Name>['rows'][number]>

type PageOf<Name extends ListName> = Given<Awaited<ReturnType<(typeof LISTS)[Name]['read']>>>

type Given<T> = T extends { ok: true; value: infer Value } ? Value : never

/** A value that was on the way: moments come as text. */
type Sent<T> = T extends Date ? Date | string : T extends object ? { [K in keyof T]: Sent<T[K]> } : T

/** A page of a list, or why it is not given. */
export async function readPage<Name extends ListName>(
  name: Name,
  member: Member,
  asked: unknown,
  after: string | null,
): Promise<Done<Page<RowOf<Name>>>> {
  const one = LISTS[name] as List<unknown, unknown>
  const query = one.query.safeParse(asked)
  if (!query.success) return notDone(422, 'The query is wrong.')
  return (await one.read(member, query.data, after)) as Done<Page<RowOf<Name>>>
}

/** The first page of a list, for the screen that shows it: where reading it takes too long, one that says so. */
export const readFirst = async <Name extends ListName>(
  name: Name,
  member: Member,
  query: { [K in keyof QueryOf<Name>]: string | undefined },
): Promise<Page<RowOf<Name>>> => {
  const page = await readPage(name, member, query, null).catch((error: unknown) => {
    if (tookTooLong(error)) return done<Page<RowOf<Name>>>({ rows: [], next: null, tooLong: true })
    throw error
  })
  return page.ok ? page.value : notFound()
}
