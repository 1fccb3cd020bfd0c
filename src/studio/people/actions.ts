'use server'

import { z } from 'zod'
import { readCursor } from '@/db/queries/cursor'
import { findForm } from '@/db/queries/forms'
import { withdrawLink } from '@/db/queries/links'
import { findPerson, listCompanies, listPeople } from '@/db/queries/people'
import { memberAction } from '@/server/access/session'
import { context } from '@/server/context'
import { createPersonalLink } from '@/server/people/createLink'

export const peopleAction = memberAction(
  z.tuple([z.string().max(500).optional(), z.string().max(500).nullable()]),
  ({ workspaceId }, search, after) =>
    listPeople(context().db, workspaceId, { search, after: readCursor(after), limit: 60 }),
)

export type PersonRow = Awaited<ReturnType<typeof peopleAction>>['rows'][number]

export const companiesAction = memberAction(
  z.tuple([z.string().max(500).optional(), z.string().max(500).nullable()]),
  ({ workspaceId }, search, after) =>
    listCompanies(context().db, workspaceId, { search, after: readCursor(after), limit: 60 }),
)

export type CompanyRow = Awaited<ReturnType<typeof companiesAction>>['rows'][number]

/** Makes a personal link to a form for a contact; the address is shown this once. */
export const newLinkAction = memberAction(
  z.tuple([z.uuid(), z.string().max(200)]),
  async ({ workspaceId }, contact, slug): Promise<string | null> => {
    const { db, config } = context()
    const form = await findForm(db, workspaceId, slug)
    if (!form || !(await findPerson(db, workspaceId, contact))) return null
    const { url } = await createPersonalLink(db, config.LICHEN_URL, form, contact, null)
    return url
  },
)

/** Withdraws a personal link. */
export const withdrawLinkAction = memberAction(z.tuple([z.uuid()]), ({ workspaceId }, link) =>
  withdrawLink(context().db, workspaceId, link),
)
