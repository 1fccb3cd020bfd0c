'use server'

import { COMPANY_KEYS, CONTACT_KEYS } from '@/db/queries/people'
import { deedAction } from '@/server/access/session'
import { addLink, dropLink, readCompanies, readContacts } from '@/server/deeds/people'
import { listAction } from '../ui/listQuery'

export const peopleAction = listAction(readContacts, 'contacts', CONTACT_KEYS, {})

export type PersonRow = Awaited<ReturnType<typeof peopleAction>>['rows'][number]

export const companiesAction = listAction(readCompanies, 'companies', COMPANY_KEYS, {})

export type CompanyRow = Awaited<ReturnType<typeof companiesAction>>['rows'][number]

/** Makes a personal link to a form for a contact; the address is shown this once. */
export const newLinkAction = deedAction(addLink)

/** Withdraws a personal link. */
export const withdrawLinkAction = deedAction(dropLink)
