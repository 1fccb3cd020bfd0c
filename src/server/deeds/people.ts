import { z } from 'zod'
import { ANY_EMAIL, rules as email } from '@/core/kinds/email'
import { findForm } from '@/db/queries/forms'
import { withdrawLink, withdrawLinksOf } from '@/db/queries/links'
import { forgetRefused } from '@/db/queries/refused'
import { readCode } from '@/db/queries/referral_codes'
import {
  COMPANY_KEYS,
  CONTACT_KEYS,
  findCompany,
  findContact,
  findOpened,
  findPerson,
  listCompanies,
  listPeople,
} from '@/db/queries/people'
import { done, notDone } from '../done'
import { addContact as makeContact } from '../people/addContact'
import { readBaseOf } from '../hosts/base'
import { createPersonalLink } from '../people/createPersonalLink'
import { ensureCodes } from '../people/referral_codes'
import { heavily } from '../heavy'
import { stateSchema } from './arrivals'
import { deed } from './deed'
import { deedOn } from './deed_on'
import { whoIn } from '../settings/segments'
import { listSchema, ownerSchema, segmentNameSchema, slugSchema } from './lists'
import { answers, change, moment, note, opened, owner, pageOf, part, nothing, proposal } from './shapes'

/** Contacts with their links, and companies. */

const contactRow = z.object({
  id: z.uuid(),
  email: z.string(),
  name: z.string(),
  values: answers,
  createdAt: moment,
  updatedAt: moment,
  companyId: z.uuid().nullable(),
  company: z.string().nullable(),
  submissions: z.number(),
  lists: z.array(z.object({ name: z.string(), title: z.string() })).nullable(),
  owner: owner.nullable(),
})

export const readContacts = deed({
  summary: 'Contacts, the last changed first',
  may: 'people',
  input: listSchema(CONTACT_KEYS).extend({
    email: z.string().trim().toLowerCase().max(254).optional(),
    owner: ownerSchema,
    segment: segmentNameSchema,
  }),
  gives: pageOf('contacts', contactRow),
  refusals: { 404: 'No such segment' },
  async run({ context, workspaceId }, asked) {
    const filter = await whoIn(context.db, workspaceId, asked)
    if (!filter.ok) return filter
    const { rows, next } = await heavily(() => listPeople(context.db, workspaceId, filter.value))
    return done({ contacts: rows, next })
  },
})

export const readContact = deed({
  summary: 'A contact with its lists, submissions, deals and requests, and every change',
  may: 'people',
  input: z.object({ id: z.uuid() }),
  gives: contactRow.extend({
    parts: z.array(part).describe('Contacts that were merged into it: their addresses are its, too'),
    changes: z.array(change),
    notes: z.array(note),
    proposals: z.array(proposal).describe('What unproven senders proposed for its fields, the latest first'),
    memberships: z.array(
      z.object({
        list: z.string(),
        title: z.string(),
        wording: z.string(),
        joinedAt: moment,
        submission: z.uuid().nullable(),
      }),
    ),
    refused: z
      .object({ address: z.string(), reason: z.string(), at: moment })
      .nullable()
      .describe('Why no mail goes to their address: a mail server said that there is none such'),
    pending: z
      .array(
        z.object({
          ask: z.uuid(),
          list: z.string(),
          title: z.string(),
          wording: z.string(),
          address: z.string(),
          locale: z.string().nullable(),
          askedAt: moment,
          submission: z.uuid().nullable(),
          lapsed: z.boolean().describe('Whether it can be answered no more'),
        }),
      )
      .describe('Lists that they are asked by mail to confirm'),
    left: z
      .array(z.object({ list: z.string(), title: z.string(), reason: z.string(), leftAt: moment }))
      .describe('Lists that they left by themselves, and are not on by now'),
    submissions: z.array(
      z.object({
        id: z.uuid(),
        formName: z.string(),
        state: stateSchema,
        isTest: z.boolean().describe('Whether a colleague sent it to try the form'),
        receivedAt: moment,
      }),
    ),
    opened: z.array(opened),
    referral: z.object({
      code: z.string().nullable().describe('What people say whom they bring along; none until they are given one'),
      broughtBy: z.object({ id: z.uuid(), name: z.string() }).nullable(),
      brought: z.object({
        total: z.number(),
        people: z.array(z.object({ id: z.uuid(), name: z.string(), at: moment })).describe('The latest of them'),
      }),
    }),
  }),
  refusals: { 404: 'No such contact' },
  async run({ context, workspaceId }, { id }) {
    const person = await findPerson(context.db, workspaceId, id)
    return person ? done(person) : notDone(404, 'There is no such contact.')
  },
})

const fieldValue = z.union([z.string().max(20_000), z.number(), z.boolean()])

/** A contact by its email, of the company named, with stored fields by name: beside the email, or under `values`. */
const newContactSchema = z
  .object({
    email: z.string(),
    company: z.string().trim().min(1).max(300).optional().describe('The name of its company, made where nobody has it'),
    values: z.record(z.string(), fieldValue).optional(),
  })
  .catchall(fieldValue)
  .transform(({ email: text, company, values, ...fields }, context) => {
    const checked = email.check(text, ANY_EMAIL)
    if (checked.ok && typeof checked.answer === 'string')
      return { company: company ?? null, values: { ...fields, ...values, email: checked.answer } }
    context.addIssue({ code: 'custom', path: ['email'], message: 'Give an email address' })
    return z.NEVER
  })

export const addContact = deed({
  summary: 'Make a contact',
  may: 'answer',
  input: newContactSchema,
  gives: z.object({
    id: z.uuid(),
    email: z.string(),
    company: z.string().nullable(),
    values: answers,
  }),
  refusals: { 409: 'The address is taken', 422: 'A field is wrong' },
  async run({ context, workspaceId, doer }, { values, company }) {
    const because = doer.sort === 'program' ? 'Entered through the API' : `Entered by ${doer.name}`
    const added = await makeContact(context.db, workspaceId, { values, company, because }, doer)
    if (!added.ok) return notDone(added.status, added.message)
    return done({ id: added.id, email: values.email, company, values })
  },
})

export const addLink = deed({
  summary: 'Make a personal link to a form; the secret is told this once',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    form: slugSchema,
    days: z.int().min(1).max(730).default(180).describe('For how many days it works'),
  }),
  gives: z.object({ url: z.string(), k: z.string() }),
  refusals: { 404: 'No such contact or form' },
  leaves: {
    deed: 'addLink',
    about: async ({ id }, _, { context, workspaceId }) => (await findContact(context.db, workspaceId, id))?.email ?? '',
  },
  async run({ context: { db, config }, workspaceId }, { id, form: slug, days }) {
    if (!(await findPerson(db, workspaceId, id))) return notDone(404, 'There is no such contact.')
    const form = await findForm(db, workspaceId, slug)
    if (!form) return notDone(404, 'There is no such form.')
    const base = await readBaseOf(db, config.LICHEN_URL, workspaceId)
    return done(await createPersonalLink(db, base, form, id, null, days))
  },
})

export const allowMail = deed({
  summary: 'Have mails go again to the address of a contact that a mail server had refused',
  may: 'answer',
  input: z.strictObject({ id: z.uuid() }),
  gives: z.object({ address: z.string() }),
  refusals: { 404: 'No such contact, or nothing is kept from them' },
  leaves: { deed: 'allowMail', about: (_, { address }) => address },
  async run({ context: { db }, workspaceId }, { id }) {
    const contact = await findContact(db, workspaceId, id)
    const isAllowed = contact !== null && (await forgetRefused(db, workspaceId, contact.email))
    return isAllowed ? done({ address: contact.email }) : notDone(404, 'No mail is kept from them.')
  },
})

export const giveCode = deed({
  summary: 'Give a contact their referral code; whoever has one keeps it',
  may: 'answer',
  input: z.object({ id: z.uuid() }),
  gives: z.object({ code: z.string() }),
  refusals: { 404: 'No such contact' },
  leaves: {
    deed: 'giveCode',
    about: async ({ id }, _, { context, workspaceId }) => (await findContact(context.db, workspaceId, id))?.email ?? '',
  },
  async run({ context: { db }, workspaceId }, { id }) {
    if (!(await findContact(db, workspaceId, id))) return notDone(404, 'There is no such contact.')
    await ensureCodes(db, workspaceId, [id])
    const code = await readCode(db, id)
    return code === null ? notDone(404, 'There is no such contact.') : done({ code })
  },
})

export const dropLink = deedOn({
  summary: 'Withdraw a personal link for good',
  may: 'answer',
  missing: 'No link that works has this id.',
  leaves: 'dropLink',
  run: ({ db }, workspaceId, id) => withdrawLink(db, workspaceId, id),
})

export const dropLinks = deed({
  summary: 'Withdraw all personal links of a contact for good',
  may: 'answer',
  input: z.object({ id: z.uuid() }),
  gives: nothing,
  refusals: { 404: 'It has no link that works' },
  leaves: {
    deed: 'dropLinks',
    about: async ({ id }, _, { context, workspaceId }) => (await findContact(context.db, workspaceId, id))?.email ?? '',
  },
  run: async ({ context: { db }, workspaceId }, { id }) =>
    (await withdrawLinksOf(db, workspaceId, id)) ? done(null) : notDone(404, 'No link of theirs works.'),
})

const companyRow = z.object({
  id: z.uuid(),
  key: z.string(),
  name: z.string(),
  domain: z.string().nullable(),
  values: answers,
  updatedAt: moment,
  people: z.number(),
  deals: z.number(),
  requests: z.number(),
  owner: owner.nullable(),
})

export const readCompanies = deed({
  summary: 'Companies, the last changed first',
  may: 'people',
  input: listSchema(COMPANY_KEYS).extend({ owner: ownerSchema }),
  gives: pageOf('companies', companyRow),
  async run({ context, workspaceId }, filter) {
    const { rows, next } = await heavily(() => listCompanies(context.db, workspaceId, filter))
    return done({ companies: rows, next })
  },
})

export const readCompany = deed({
  summary: 'A company with its people, deals and requests, and every change',
  may: 'people',
  input: z.object({ id: z.uuid() }),
  gives: z.object({
    id: z.uuid(),
    key: z.string(),
    domain: z.string().nullable(),
    values: answers,
    createdAt: moment,
    owner: owner.nullable(),
    parts: z.array(part),
    changes: z.array(change),
    notes: z.array(note),
    proposals: z.array(proposal).describe('What unproven senders proposed for its fields, the latest first'),
    people: z.array(contactRow),
    opened: z.array(opened),
  }),
  refusals: { 404: 'No such company' },
  async run({ context, workspaceId }, { id }) {
    const company = await findCompany(context.db, workspaceId, id)
    return company ? done(company) : notDone(404, 'There is no such company.')
  },
})

export const readOpened = deed({
  summary: 'A deal or a request with whose it is, its notes, and every change',
  may: 'people',
  input: z.object({ id: z.uuid() }),
  gives: opened.extend({
    contact: z.uuid().nullable(),
    contactName: z.string().nullable(),
    companyId: z.uuid().nullable(),
    company: z.string().nullable(),
    owner: owner.nullable(),
    changes: z.array(change),
    notes: z.array(note),
    proposals: z.array(proposal).describe('What unproven senders proposed for its fields, the latest first'),
  }),
  refusals: { 404: 'No such deal or request' },
  async run({ context, workspaceId }, { id }) {
    const found = await findOpened(context.db, workspaceId, id)
    return found ? done(found) : notDone(404, 'There is no such deal or request.')
  },
})
