import { z } from 'zod'
import { RECORD_WORDS } from '@/core/fields/field'
import { RIGHT_NAMES } from '@/core/rights/right'
import { cutText } from '@/core/formats/text'
import { readOwner, readResourcesAndDestinations } from '@/db/queries/workspace'
import { createToken, withdrawToken } from '../access/token'
import { done, notDone } from '../done'
import { heavily } from '../heavy'
import {
  addConnection as makeConnection,
  changeConnection as alterConnection,
  connectionChangeSchema,
  connectionSchema,
  showConnections,
  tryConnection as tryIt,
} from '../settings/connections'
import { addDesk as makeDesk, changeDesk as alterDesk, deskSchema } from '../settings/desks'
import {
  addField as makeField,
  changeField as alterField,
  fieldChangeSchema,
  fieldOrderSchema,
  fieldSchema,
  orderFields as putInOrder,
  recordSchema,
} from '../settings/fields'
import { readFieldUses as usesOf } from '../settings/field_uses'
import { addList as makeList, listSchema } from '../settings/lists'
import { setSites as writeSites, sitesSchema } from '../settings/sites'
import { setTimeZone as writeTimeZone, timeZoneSchema } from '../settings/time_zone'
import { deed } from './deed'
import { deedOn } from './deed_on'
import { connection, desk, field, list, nothing, owner, rest } from './shapes'

/** What the forms of a workspace share: desks, lists, fields, connections, its time zone, and access for programs. */

const nameSchema = z.string().max(60)

const tried = z.object({ at: z.string(), ok: z.boolean(), said: z.string(), milliseconds: z.number() })

export const readSettings = deed({
  summary: 'Desks, lists, fields and connections of the workspace; connections without their secrets',
  may: 'read',
  input: z.object({}),
  gives: z.object({
    workspace: z.object({
      name: z.string(),
      mailDomain: z.string(),
      timeZone: z.string(),
      host: z.string().nullable().describe('The host name of its own that links to forms are made with'),
      hosts: z.array(z.string()).describe('Every host name that is shown to be its own'),
    }),
    fields: z.array(field),
    lists: z.array(list),
    desks: z.array(desk),
    members: z.array(owner).describe('Whoever can own records'),
    connections: z.array(connection),
    destinations: z.object({
      forms: z
        .array(
          z.object({
            slug: z.string(),
            name: z.string(),
            live: z.boolean().describe('Whether it takes answers'),
            before: z.array(z.string()).readonly().optional().describe('Addresses it had before'),
          }),
        )
        .readonly(),
      sites: z.array(z.string()).readonly(),
    }),
  }),
  run: async ({ context, workspaceId }) => done(await readResourcesAndDestinations(context.db, workspaceId)),
})

export const addDesk = deed({
  summary: 'Make a desk',
  may: 'edit',
  input: deskSchema,
  gives: desk,
  refusals: { 422: 'An address is wrong' },
  leaves: { deed: 'addDesk', about: ({ title }) => title },
  run: ({ context, workspaceId }, input) => makeDesk(context.db, workspaceId, input),
})

export const changeDesk = deed({
  summary: 'Set what a desk is called and who belongs to it, for every form at once',
  may: 'edit',
  input: deskSchema.extend({ name: nameSchema }),
  gives: desk,
  refusals: { 404: 'No such desk', 422: 'An address is wrong' },
  leaves: { deed: 'changeDesk', about: ({ title }) => title },
  run: ({ context, workspaceId }, { name, ...input }) => alterDesk(context.db, workspaceId, name, input),
})

export const addList = deed({
  summary: 'Make a mailing list',
  may: 'edit',
  input: listSchema,
  gives: list,
  refusals: { 409: 'Somebody made it just now' },
  leaves: { deed: 'addList', about: ({ title }) => title },
  run: ({ context, workspaceId }, input) => makeList(context.db, workspaceId, input),
})

const use = z.object({ form: z.string(), formName: z.string(), value: z.string().describe('Its label') })

export const readFieldUses = deed({
  summary: 'What the live forms write into each field and read of it, and which segments ask for it',
  may: 'read',
  input: z.object({}),
  gives: z.object({
    uses: z.array(
      z.object({
        record: recordSchema,
        field: z.string(),
        written: z.array(use),
        read: z.array(use),
        segments: z.array(z.string()).describe('Their titles, for those who may see people'),
      }),
    ),
  }),
  run: async ({ context, workspaceId, rights }) =>
    done({ uses: await heavily(() => usesOf(context.db, workspaceId, rights.has('people'))) }),
})

export const addField = deed({
  summary: 'Add a field to contacts, companies, deals or requests',
  may: 'edit',
  input: fieldSchema.extend({ record: recordSchema }),
  gives: field,
  leaves: { deed: 'addField', about: ({ label }) => label },
  run: ({ context, workspaceId }, { record, ...input }) => makeField(context.db, workspaceId, record, input),
})

export const changeField = deed({
  summary: 'Change a field: its label, what it stores, its options, whether it is retired',
  may: 'edit',
  input: fieldChangeSchema.extend({ record: recordSchema, name: nameSchema }),
  gives: field,
  refusals: { 404: 'No such field', 422: 'The field belongs to every workspace' },
  leaves: { deed: 'changeField', about: (_, { label }) => label },
  run: ({ context, workspaceId }, { record, name, ...change }) =>
    alterField(context.db, workspaceId, record, name, change),
})

export const orderFields = deed({
  summary: 'Put the fields of a record in this order',
  may: 'edit',
  input: z.strictObject({ record: recordSchema, names: fieldOrderSchema }),
  gives: nothing,
  leaves: { deed: 'orderFields', about: ({ record }) => RECORD_WORDS[record] },
  async run({ context, workspaceId }, { record, names }) {
    await putInOrder(context.db, workspaceId, record, names)
    return done(null)
  },
})

export const setTimeZone = deed({
  summary: 'Tell days and hours in another time zone; numbers are counted anew by its days',
  may: 'own',
  input: timeZoneSchema,
  gives: timeZoneSchema,
  refusals: { 422: 'There is no such zone' },
  leaves: { deed: 'setTimeZone', about: ({ timeZone }) => timeZone },
  run: ({ context, workspaceId }, input) => writeTimeZone(context.db, workspaceId, input),
})

export const setSites = deed({
  summary: 'Say on which sites forms may send their visitors on after sending',
  may: 'own',
  input: sitesSchema,
  gives: sitesSchema,
  leaves: { deed: 'setSites', about: ({ sites }) => sites.join(', ') },
  run: ({ context, workspaceId }, input) => writeSites(context.db, workspaceId, input),
})

export const readConnections = deed({
  summary:
    'The connections of the workspace, without their secrets, what came back when each was last tried, and which rest',
  may: 'read',
  input: z.object({}),
  gives: z.object({
    connections: z.array(connection.extend({ tried: tried.nullable(), rests: rest.nullable() })),
    mailServer: rest.nullable().describe('The installation’s own mail server, where it rests for this workspace'),
  }),
  run: async ({ context, workspaceId }) => done(await showConnections(context.db, workspaceId)),
})

export const addConnection = deed({
  summary: 'Connect an outside place; a signing secret that was made for it is told this once',
  may: 'own',
  input: connectionSchema,
  gives: connection.extend({ secret: z.string().nullable() }),
  refusals: { 409: 'There is one already', 422: 'A setting is wrong' },
  leaves: { deed: 'addConnection', about: (_, { title }) => title },
  run: ({ context: { db, config }, workspaceId }, input) => makeConnection(db, workspaceId, input, config.LICHEN_KEYS),
})

export const changeConnection = deed({
  summary: 'Change a connection, retire it, or use it again; secrets that are left out stay',
  may: 'own',
  input: connectionChangeSchema.extend({ name: nameSchema }),
  gives: connection,
  refusals: { 404: 'No such connection', 409: 'There is another already', 422: 'A setting is wrong' },
  leaves: { deed: 'changeConnection', about: (_, { title }) => title },
  run: ({ context: { db, config }, workspaceId }, { name, ...change }) =>
    alterConnection(db, workspaceId, name, change, config.LICHEN_KEYS),
})

export const tryConnection = deed({
  summary: 'Try a connection with nothing that counts; a mail server carries one mail to whoever tries it',
  may: 'own',
  input: z.object({ name: nameSchema }),
  gives: tried,
  refusals: { 404: 'No such connection', 422: 'Nobody belongs to the workspace' },
  async run({ context: { db, config }, workspaceId, doer, email }, { name }) {
    const who = email === null ? await readOwner(db, workspaceId, null) : { name: doer.name, email }
    return who
      ? tryIt(db, workspaceId, name, who, config)
      : notDone(422, 'Nobody belongs to this workspace, so nobody could get a mail.')
  },
})

export const makeToken = deed({
  summary: 'Make an API token; it is shown this once',
  may: 'own',
  input: z.strictObject({
    title: z.string().max(200),
    rights: z.array(z.enum(RIGHT_NAMES)).min(1, 'Say what it may do').max(RIGHT_NAMES.length),
  }),
  gives: z.object({ token: z.string() }),
  leaves: { deed: 'makeToken', about: ({ title, rights }) => `${title}: ${rights.join(', ')}` },
  run: async ({ context, workspaceId }, { title, rights }) =>
    done({ token: await createToken(context.db, workspaceId, cutText(title.trim(), 80) || 'Token', rights) }),
})

export const dropToken = deedOn({
  summary: 'Withdraw an API token for good',
  may: 'own',
  missing: 'No token that works has this id.',
  leaves: 'dropToken',
  run: ({ db }, workspaceId, id) => withdrawToken(db, workspaceId, id),
})
