import { addressOf } from '../hosts/base'
import { z } from 'zod'
import { showDay } from '@/core/answers/day'
import { nameSchema } from '@/core/answers/name'
import { examinePattern, MARKED } from '@/core/fill/link_pattern'
import { sheetColumns } from '@/core/fill/sheet_columns'
import { cutText } from '@/core/formats/text'
import { dayIn } from '@/core/formats/zone'
import type { Db } from '@/db/database'
import { findForm } from '@/db/queries/forms'
import {
  CAME,
  changeSheet as keepSheet,
  countMeant,
  findSheet,
  hasSheet,
  type ForWhom,
  LINK_KEYS,
  listLinksOfSheet,
  listSheets,
  queueSheet,
  readUnknown,
  withdrawSheet as withdraw,
} from '@/db/queries/link_sheets'
import { findSegment } from '@/db/queries/segments'
import { readResources } from '@/db/queries/workspace'
import { count, of } from '../door/limits'
import { type Done, done, notDone } from '../done'
import { heavily } from '../heavy'
import { makeSheet as make } from '../link_sheets/makeSheet'
import { mailSome } from '../link_sheets/mailSome'
import { readAddresses } from '../link_sheets/read_addresses'
import { goOn } from '../link_sheets/step_link_sheet'
import { NO_SHEET } from '../link_sheets/write_sheet'
import { NO_SEGMENT, whoIn } from '../settings/segments'
import { titleSchema } from '../settings/titles'
import { deed } from './deed'
import { listSchema, ownerSchema, searchSchema, segmentNameSchema, slugSchema } from './lists'
import { moment, nothing, pageOf } from './shapes'

/** Personal links for many people at once. */

const whomSchema = z
  .union([
    z.strictObject({ segment: nameSchema }),
    z.strictObject({ list: nameSchema }),
    z.strictObject({ ids: z.array(z.uuid()).min(1).max(5000) }),
    z.strictObject({
      all: z.strictObject({ search: searchSchema, owner: ownerSchema, segment: segmentNameSchema }),
    }),
    z.strictObject({ addresses: z.array(z.string().max(320)).min(1).max(20_000) }),
  ])
  .describe('A segment, a list, these people, all that the list of people is narrowed to, or a column of addresses')

/** Whom a sheet is for, as they are looked for and in words, and what of their addresses is none. */
interface Whom {
  whom: ForWhom
  chosen: string
  wrong: { line: number; text: string }[]
  again: number
}

async function readWhom(db: Db, workspaceId: string, asked: z.output<typeof whomSchema>): Promise<Done<Whom>> {
  const all = { wrong: [], again: 0 }
  if ('addresses' in asked) {
    const { addresses, ...told } = readAddresses(asked.addresses)
    return done({ whom: { addresses }, chosen: 'Pasted addresses', ...told })
  }
  if ('ids' in asked)
    return done({ whom: { type: 'contact', ids: asked.ids }, chosen: 'People chosen by hand', ...all })
  if ('list' in asked) {
    const list = (await readResources(db, workspaceId)).lists.find(({ name }) => name === asked.list)
    if (!list) return notDone(404, 'There is no such list.')
    const who = { value: 'lists', is: 'includes' as const, to: [list.name] }
    return done({ whom: { type: 'contact', all: { who } }, chosen: `List: ${list.title}`, ...all })
  }
  if ('segment' in asked) {
    const segment = await findSegment(db, workspaceId, asked.segment)
    if (!segment) return notDone(404, NO_SEGMENT)
    return done({
      whom: { type: 'contact', all: { who: segment.condition } },
      chosen: `Segment: ${segment.title}`,
      ...all,
    })
  }
  const filter = await whoIn(db, workspaceId, asked.all)
  return filter.ok
    ? done({ whom: { type: 'contact', all: filter.value }, chosen: 'People who fit a filter', ...all })
    : filter
}

/** As many as tell whether the right ones are meant. */
const SHOWN = 10

export const planSheet = deed({
  summary: 'How many people a link sheet would be for, ten of them, and the addresses that nobody has',
  may: 'people',
  input: z.strictObject({ whom: whomSchema }),
  gives: z.object({
    known: z.number().describe('People'),
    unknown: z.number().describe('Addresses that nobody has'),
    some: z.array(z.object({ title: z.string(), key: z.string() })),
    someUnknown: z.array(z.string()),
    wrong: z.array(z.object({ line: z.number(), text: z.string() })).describe('What is no address, ten of them'),
    wrongs: z.number().describe('How many are none'),
    again: z.number().describe('How many addresses stand there more than once'),
  }),
  refusals: { 404: 'No such segment or list' },
  async run({ context: { db }, workspaceId }, { whom: asked }) {
    const read = await readWhom(db, workspaceId, asked)
    if (!read.ok) return read
    const { whom, wrong, again } = read.value
    const meant = await heavily(() => countMeant(db, workspaceId, whom, SHOWN))
    return done({ ...meant, wrong: wrong.slice(0, SHOWN), wrongs: wrong.length, again })
  },
})

export const makeSheet = deed({
  summary: 'Make personal links to a form for many people; few at once, more go on by themselves',
  may: 'answer',
  input: z.strictObject({
    title: titleSchema.optional().describe('Left out, it is called after the form and the day'),
    form: slugSchema,
    whom: whomSchema,
    adds: z.boolean().default(false).describe('Whether addresses that nobody has are made into contacts'),
    days: z.int().min(1).max(730).default(90).describe('For how many days the links work'),
  }),
  gives: z.object({
    id: z.uuid(),
    of: z.number().describe('How many links are made'),
    unknown: z.number().describe('How many addresses nobody had'),
  }),
  refusals: { 404: 'No such form, segment or list' },
  async run({ context, workspaceId, doer }, { form: slug, whom: asked, title: called, ...wish }) {
    const form = await findForm(context.db, workspaceId, slug)
    if (!form) return notDone(404, 'There is no such form.')
    const read = await readWhom(context.db, workspaceId, asked)
    if (!read.ok) return read
    const { whom, chosen } = read.value
    const title = called ?? (await usualTitle(context.db, workspaceId, form.name))
    return done(await make(context, workspaceId, { ...wish, title, form, whom, chosen }, doer))
  },
})

/** After the form, and the day where the workspace is. */
async function usualTitle(db: Db, workspaceId: string, form: string): Promise<string> {
  const { workspace } = await readResources(db, workspaceId)
  return `${cutText(form, 60)}, ${showDay(dayIn(workspace.timeZone, new Date()))}`
}

const sheet = z.object({
  id: z.uuid(),
  title: z.string(),
  form: z.string(),
  formName: z.string(),
  chosen: z.string().describe('Whose links they are, in words'),
  state: z.enum(['making', 'made', 'stopped', 'withdrawn']),
  of: z.number().describe('How many links it is to have'),
  linked: z.number().describe('How many it has'),
  added: z.number().describe('How many contacts were made for it'),
  unknown: z.number().describe('How many addresses nobody had'),
  columns: z.array(z.string()),
  pattern: z.string().describe('What stands behind the form’s address: a URI template (RFC 6570) of its columns'),
  mark: z.string().describe(`How the tool that sends the mailing writes a column, with ${MARKED} for its name`),
  error: z.string().nullable(),
  who: z.string(),
  createdAt: moment,
  expiresAt: moment,
  isOver: z.boolean().describe('Whether its links work no more since that'),
  used: z.object({
    opened: z.number(),
    begun: z.number(),
    sent: z.number(),
    byOthers: z.number().describe('Links by which somebody else answered'),
  }),
})

export const readSheets = deed({
  summary: 'The latest link sheets, the last one first, with what came of them',
  may: 'people',
  input: z.object({}),
  gives: z.object({ sheets: z.array(sheet) }),
  run: async ({ context: { db }, workspaceId }) => done({ sheets: await heavily(() => listSheets(db, workspaceId)) }),
})

const byId = z.object({ id: z.uuid() })

/** As many addresses that nobody has as can be gone through by hand. */
const NOBODYS = 100

export const readSheet = deed({
  summary: 'A link sheet: how far it is, and what came of it',
  may: 'people',
  input: byId,
  gives: sheet.extend({
    nobodys: z.array(z.string()).describe(`Addresses that nobody has, the first ${NOBODYS}, for 30 days`),
  }),
  refusals: { 404: NO_SHEET },
  async run({ context: { db }, workspaceId }, { id }) {
    const found = await heavily(() => findSheet(db, workspaceId, id))
    if (!found) return notDone(404, NO_SHEET)
    const nobodys = await readUnknown(db, id, NOBODYS)
    return done({ ...found, nobodys: nobodys.map(({ email }) => email) })
  },
})

export const readSheetLinks = deed({
  summary: 'The links of a sheet, whose they are, and what came of each',
  may: 'people',
  input: listSchema(LINK_KEYS)
    .omit({ search: true })
    .extend({ id: z.uuid(), came: z.enum(CAME).optional() }),
  gives: pageOf(
    'links',
    z.object({
      id: z.uuid(),
      n: z.number(),
      contact: z.uuid(),
      name: z.string(),
      email: z.string(),
      opened: z.number(),
      browsers: z.number().describe('In how many browsers, as far as they remember'),
      begun: z.boolean(),
      sent: z.boolean(),
      byOthers: z.boolean(),
      works: z.boolean(),
    }),
  ),
  refusals: { 404: NO_SHEET },
  async run({ context: { db }, workspaceId }, { id, ...filter }) {
    if (!(await hasSheet(db, workspaceId, id))) return notDone(404, NO_SHEET)
    const { rows, next } = await heavily(() => listLinksOfSheet(db, workspaceId, { sheet: id, ...filter }))
    return done({ links: rows, next })
  },
})

export const changeSheet = deed({
  summary: 'Say how a link sheet is written: its columns, its links, and the marks of the tool that sends the mailing',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    title: titleSchema,
    columns: z.array(z.string().max(100)).min(1, 'Choose a column').max(60),
    pattern: z.string().trim().max(500),
    mark: z.string().trim().max(60),
  }),
  gives: nothing,
  refusals: { 404: NO_SHEET, 422: 'The pattern has a fault' },
  leaves: { deed: 'changeSheet', about: ({ title }) => title, onceIn: 10 },
  async run({ context: { db, config }, workspaceId }, { id, ...written }) {
    const found = await findSheet(db, workspaceId, id)
    if (!found) return notDone(404, NO_SHEET)
    const { fields, workspace } = await readResources(db, workspaceId)
    const all = sheetColumns(fields)
    const unknown = written.columns.find((name) => !all.some((column) => column.name === name))
    if (unknown !== undefined) return notDone(422, `There is no column ${unknown}.`)
    const address = addressOf(config.LICHEN_URL, workspace.host, found.form)
    const wrong = examinePattern(address, all, written).find(({ severity }) => severity === 'fault')
    if (wrong) return notDone(422, wrong.text)
    await keepSheet(db, workspaceId, id, { ...written, columns: [...new Set(written.columns)] })
    return done(null)
  },
})

export const trySheet = deed({
  summary: 'Mail the first five links of a sheet to the member who asks, to be tried',
  may: 'answer',
  input: byId,
  gives: z.object({ links: z.number(), to: z.string() }),
  refusals: {
    404: NO_SHEET,
    409: 'None works, or the mail could not be sent',
    422: 'Whoever asks has no mailbox',
    429: 'Too many',
  },
  async run({ context, workspaceId, email }, { id }) {
    if (email === null) return notDone(422, 'A program has no mailbox: ask as a member.')
    if (count(...of('try_mail', workspaceId)) > 0)
      return notDone(429, 'So many were mailed just now that the next must wait for a minute.')
    const mailed = await mailSome(context, workspaceId, id, email)
    return mailed.ok ? done({ ...mailed.value, to: email }) : mailed
  },
})

export const withdrawSheet = deed({
  summary: 'Withdraw every link of a sheet for good',
  may: 'answer',
  input: byId,
  gives: nothing,
  refusals: { 404: NO_SHEET, 409: 'It was withdrawn' },
  leaves: {
    deed: 'withdrawSheet',
    about: async ({ id }, _, { context, workspaceId }) => (await findSheet(context.db, workspaceId, id))?.title ?? '',
  },
  async run({ context: { db, config }, workspaceId }, { id }) {
    if (!(await findSheet(db, workspaceId, id))) return notDone(404, NO_SHEET)
    const isDone = await db.transaction().execute(async (tx) => {
      const isNew = await withdraw(tx, workspaceId, id)
      if (isNew) await queueSheet(tx, id)
      return isNew
    })
    if (!isDone) return notDone(409, 'It was withdrawn before.')
    await goOn(db, config.LICHEN_KEYS, id)
    return done(null)
  },
})
