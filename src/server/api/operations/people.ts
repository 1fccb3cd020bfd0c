import { readCursor } from '@/db/queries/cursor'
import { findForm } from '@/db/queries/forms'
import { withdrawLink } from '@/db/queries/links'
import { findCompany, findPerson, listCompanies, listPeople } from '@/db/queries/people'
import { exportPeople } from '../../exports/rows'
import { writeExport } from '../../exports/write'
import { addContact } from '../../people/addContact'
import { createPersonalLink } from '../../people/createLink'
import { problem } from '../../problem'
import { answerDone, isUuid, operation, type Operation } from '../operation'
import {
  companyFilterSchema,
  contactFilterSchema,
  linkRequestSchema,
  newContactSchema,
  peopleExportSchema,
} from '../schemas'

/** Contacts with their links, and companies. */
export const peopleOperations: Operation[] = [
  operation({
    method: 'GET',
    path: '/exports/contacts',
    summary: 'Every contact that fits, as a download',
    query: peopleExportSchema,
    answers: { 200: 'The file, streamed' },
    run: async ({ context, workspaceId, query: { format, ...filter } }) =>
      writeExport(await exportPeople(context.db, workspaceId, filter), format),
  }),
  operation({
    method: 'GET',
    path: '/contacts',
    summary: 'Contacts, the last changed first',
    query: contactFilterSchema,
    answers: { 200: 'A page; `next` is the cursor of the one after' },
    async run({ context, workspaceId, query }) {
      const filter = { ...query, after: readCursor(query.after) }
      const { rows, next } = await listPeople(context.db, workspaceId, filter)
      return Response.json({ contacts: rows, next })
    },
  }),
  operation({
    method: 'POST',
    path: '/contacts',
    summary: 'Make a contact',
    body: newContactSchema,
    answers: { 201: 'The contact was made', 409: 'The address is taken', 422: 'A field is wrong' },
    async run({ context, workspaceId, body }) {
      const { values, company } = body
      const added = await addContact(context.db, workspaceId, values, 'Entered through the API', new Date(), company)
      if (!added.ok) return problem(added.status, added.message)
      return Response.json({ id: added.id, email: values.email, company, values, lists: [] }, { status: 201 })
    },
  }),
  operation({
    method: 'POST',
    path: '/contacts/{id}/links',
    summary: 'Make a personal link to a form; the secret is told this once',
    body: linkRequestSchema,
    answers: { 201: 'The link', 404: 'No such contact or form' },
    async run({ context: { db, config }, workspaceId, path, body }) {
      const id = path.id ?? ''
      const person = isUuid(id) ? await findPerson(db, workspaceId, id) : null
      if (!person) return problem(404, 'There is no such contact.')
      const form = await findForm(db, workspaceId, body.form)
      if (!form) return problem(404, 'There is no such form.')
      return Response.json(await createPersonalLink(db, config.LICHEN_URL, form, id, null), { status: 201 })
    },
  }),
  operation({
    method: 'DELETE',
    path: '/links/{id}',
    summary: 'Withdraw a personal link for good',
    answers: { 204: 'Whoever holds it is a stranger from now on', 404: 'No such link, or it was withdrawn' },
    run: async ({ context: { db }, workspaceId, path: { id = '' } }) =>
      answerDone(isUuid(id) && (await withdrawLink(db, workspaceId, id)), 'No link that works has this id.'),
  }),
  operation({
    method: 'GET',
    path: '/companies',
    summary: 'Companies, the last changed first',
    query: companyFilterSchema,
    answers: { 200: 'A page; `next` is the cursor of the one after' },
    async run({ context, workspaceId, query }) {
      const filter = { ...query, after: readCursor(query.after) }
      const { rows, next } = await listCompanies(context.db, workspaceId, filter)
      return Response.json({ companies: rows, next })
    },
  }),
  operation({
    method: 'GET',
    path: '/companies/{id}',
    summary: 'A company with its people, deals and requests, and every change',
    answers: { 200: 'The company', 404: 'No such company' },
    async run({ context: { db }, workspaceId, path: { id = '' } }) {
      const company = isUuid(id) ? await findCompany(db, workspaceId, id) : null
      return company ? Response.json(company) : problem(404, 'There is no such company.')
    },
  }),
]
