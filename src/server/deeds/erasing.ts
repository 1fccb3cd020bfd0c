import { z } from 'zod'
import { findTraces, findWhoHad, tracesOfAddress } from '@/db/queries/traces'
import { done, notDone } from '../done'
import { countErasure, eraseAddress as eraseWhatHas, erasePerson as erase, THEIRS } from '../people/erasePerson'
import { gatherPerson } from '../people/gatherPerson'
import { deed } from './deed'
import { answer, answers, linkParameters, moment } from './shapes'

/** All that is kept of one person, and its end. */

const AWAY = 'There is no such person.'

const byId = z.object({ id: z.uuid() })

const address = z
  .string()
  .max(300)
  .transform((text) => text.trim().toLowerCase())

const byAddress = z.object({ address: address.pipe(z.string().regex(/^[^\s@]+@[^\s@]+$/, 'Give an email address')) })

const told = z.object({ name: z.string(), label: z.string(), words: z.string() })

const stored = z.array(told.extend({ value: answer }))

export const readPersonData = deed({
  summary: 'All that is kept of one person: what is stored, sent, left midway, mailed, noted and changed',
  may: 'people',
  input: byId,
  gives: z.object({
    format: z.literal('lichen-person-1'),
    name: z.string(),
    addresses: z.array(z.string()),
    company: z.string().nullable(),
    referralCode: z.string().nullable(),
    broughtBy: z.string().nullable().describe('Who brought them along by their referral code'),
    brought: z.number().describe('How many people they brought along themselves'),
    knownSince: moment,
    stored,
    proposed: z
      .array(stored.element.extend({ form: z.string().nullable(), at: moment }))
      .describe('What senders proposed for it who did not prove who they are'),
    lists: z.array(z.object({ title: z.string(), wording: z.string(), joinedAt: moment })),
    consents: z
      .array(
        z.object({
          title: z.string(),
          wording: z.string(),
          address: z
            .string()
            .nullable()
            .describe('The address it was given with; null of one from before that was kept'),
          proven: z.enum(['mail', 'link', 'browser']).nullable().describe('What showed that the address is theirs'),
          origin: z.string().nullable().describe('Where it is from, where it was not given here'),
          form: z.string().nullable(),
          release: z.number().nullable(),
          askedAt: moment.nullable(),
          givenAt: moment,
        }),
      )
      .describe('Every consent to be on a list, also of those they left'),
    toBeConfirmed: z
      .array(z.object({ title: z.string(), wording: z.string(), address: z.string(), askedAt: moment }))
      .describe('What they are asked by mail to confirm'),
    mailRefused: z
      .object({ reason: z.string(), at: moment })
      .nullable()
      .describe('Why no mail goes to their address any more'),
    submissions: z.array(
      z.object({
        id: z.uuid(),
        form: z.string(),
        formName: z.string(),
        release: z.number(),
        state: z.string(),
        receivedAt: moment,
        locale: z.string().nullable(),
        source: z.string().nullable(),
        pageBefore: z.string().nullable(),
        link: linkParameters,
        values: answers,
        answered: z.array(told.extend({ from: z.string().nullable().describe('Where it came from') })),
        read: z.object({ title: z.string(), body: z.string() }).describe('What was shown once it was sent'),
        corrected: z.array(z.object({ at: moment, before: z.array(told) })),
      }),
    ),
    unfinished: z.array(
      z.object({
        form: z.string(),
        arrivedAt: moment,
        lastAt: moment,
        source: z.string(),
        pageBefore: z.string().nullable(),
        answered: z.array(told),
      }),
    ),
    atInlets: z
      .array(
        z.object({
          form: z.string(),
          inlet: z.string(),
          receivedAt: moment,
          sent: z.array(z.object({ name: z.string(), said: z.string() })),
        }),
      )
      .describe('What came to inlets with their address in it, and was not taken, or not all of it'),
    files: z.array(
      z.object({
        id: z.uuid(),
        name: z.string(),
        type: z.string().nullable(),
        bytes: z.number(),
        submission: z.uuid(),
      }),
    ),
    deliveries: z.array(
      z.object({
        to: z.string(),
        what: z.string(),
        text: z.string(),
        state: z.string(),
        createdAt: moment,
        settledAt: moment.nullable(),
      }),
    ),
    links: z.array(
      z.object({ form: z.string(), createdAt: moment, expiresAt: moment.nullable(), withdrawnAt: moment.nullable() }),
    ),
    browsers: z.array(
      z.object({ form: z.string(), createdAt: moment, expiresAt: moment, withdrawnAt: moment.nullable() }),
    ),
    notes: z.array(z.object({ text: z.string(), who: z.string().nullable(), writtenAt: moment })),
    opened: z.array(
      z.object({ type: z.enum(['deal', 'request']), createdAt: moment, stored, notes: z.array(z.string()) }),
    ),
    changes: z.array(
      z.object({
        at: moment,
        what: z.string(),
        from: z.string(),
        to: z.string(),
        by: z.string().nullable(),
        because: z.string(),
      }),
    ),
  }),
  refusals: { 404: AWAY },
  async run({ context, workspaceId }, { id }) {
    const data = await gatherPerson(context.db, workspaceId, id)
    return data ? done(data) : notDone(404, AWAY)
  },
})

const counted = {
  submissions: z.number(),
  entries: z.number().describe('Left midway'),
  files: z.number(),
  deliveries: z.number(),
  opened: z.number().describe('Deals and requests: what their sums are made of stays'),
}

const outside = z.array(z.string()).describe('What got something of them: ask there')

export const planErasure = deed({
  summary: 'What erasing a person would take, and what of them is outside already',
  may: 'people',
  input: byId,
  gives: z.object({
    addresses: z.array(z.string()),
    ...counted,
    outside,
  }),
  refusals: { 404: AWAY },
  async run({ context: { db }, workspaceId }, { id }) {
    const traces = await findTraces(db, workspaceId, id)
    if (!traces) return notDone(404, AWAY)
    return done({ addresses: traces.addresses, ...(await countErasure(db, workspaceId, traces)) })
  },
})

export const erasePerson = deed({
  summary:
    'Erase a person for good: every copy of what is known of them goes, or tells of nobody. Nothing puts it back',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    address: address.describe('Their address, so that it is nobody else'),
  }),
  gives: z.object(counted),
  refusals: { 404: AWAY, 422: 'It is not their address' },
  async run({ context: { db }, workspaceId, doer }, { id, address }) {
    const traces = await findTraces(db, workspaceId, id)
    if (!traces) return notDone(404, AWAY)
    if (!traces.addresses.includes(address))
      return notDone(422, 'That is not their address.', {
        errors: [{ path: ['address'], message: 'Not their address' }],
      })
    return erase(db, workspaceId, id, doer)
  },
})

export const planAddressErasure = deed({
  summary: 'What is kept of an address that no person has, and what of it is outside already',
  may: 'people',
  input: byAddress,
  gives: z.object({ ...counted, outside }),
  refusals: { 409: THEIRS },
  async run({ context: { db }, workspaceId }, { address: of }) {
    if (await findWhoHad(db, workspaceId, of)) return notDone(409, THEIRS)
    return done(await countErasure(db, workspaceId, tracesOfAddress(of)))
  },
})

export const eraseAddress = deed({
  summary: 'Erase what is kept of an address that no person has, for good. Nothing puts it back',
  may: 'answer',
  input: byAddress,
  gives: z.object(counted),
  refusals: { 409: THEIRS },
  run: ({ context: { db }, workspaceId, doer }, { address: of }) => eraseWhatHas(db, workspaceId, of, doer),
})
