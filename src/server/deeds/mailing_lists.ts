import { z } from 'zod'
import { nameSchema } from '@/core/answers/name'
import { LANGUAGE_TAGS } from '@/core/language/languages'
import { findList } from '@/db/queries/mailing_lists'
import { done, notDone } from '../done'
import { askManyToConfirm, askToConfirm as askOne } from '../people/askToConfirm'
import { setConfirming as settle } from '../settings/confirming'
import { deed } from './deed'
import { list, listWordings, moment } from './shapes'

/** Mailing lists: what is told of each, and how it is confirmed by mail. */

/** Most of those who joined last, and who left last, that are told. */
const MOST = 50

const person = z.object({ id: z.uuid(), name: z.string(), email: z.string() })

export const readList = deed({
  summary: 'A mailing list: how many are on it and by what, how it went week by week, who joined and who left it last',
  may: 'people',
  input: z.object({ name: z.string().max(60) }),
  gives: z.object({
    name: z.string(),
    title: z.string(),
    confirm: listWordings.nullable().describe('How it asks to be confirmed by mail; null where a consent is enough'),
    members: z.number(),
    waiting: z.number().describe('How many are asked by mail to confirm it, and have not answered'),
    joined: z.number().describe('How many joined in the last 30 days'),
    left: z.number().describe('How many left, or were taken off, in the last 30 days'),
    weeks: z
      .array(z.object({ week: z.string(), joined: z.number(), confirmed: z.number(), left: z.number() }))
      .describe('By weeks from Monday, in the workspace’s zone'),
    origins: z.array(
      z.object({
        form: z.string().nullable().describe('The form they joined by'),
        sort: z.string().nullable().describe('What sort of cause put them on, where no form did'),
        members: z.number(),
      }),
    ),
    latest: z.array(person.extend({ wording: z.string(), joinedAt: moment })),
    pending: z
      .array(person.extend({ wording: z.string(), address: z.string(), askedAt: moment, lapsed: z.boolean() }))
      .describe('Who is asked to confirm it, the latest first; `lapsed` can be answered no more'),
    leavers: z.array(person.extend({ reason: z.string(), leftAt: moment })),
  }),
  refusals: { 404: 'No such list' },
  async run({ context, workspaceId }, { name }) {
    const list = await findList(context.db, workspaceId, name, MOST)
    return list ? done(list) : notDone(404, 'There is no such list.')
  },
})

const text = z.string().max(10_000)
const wordings = z.partialRecord(
  z.enum(LANGUAGE_TAGS),
  z.strictObject({ subject: z.string().max(200), body: text, page: text, thanks: text }),
)

export const setConfirming = deed({
  summary: 'Say how a mailing list is confirmed by mail, in which words; or that a consent is enough',
  may: 'edit',
  input: z.object({ name: nameSchema, confirm: wordings.nullable().describe('null where a consent is enough') }),
  gives: list,
  refusals: { 404: 'No such list', 422: 'A text cannot be read, or tells what it cannot' },
  leaves: { deed: 'setConfirming', about: (_, { title }) => title },
  run: ({ context, workspaceId }, { name, confirm }) => settle(context.db, workspaceId, name, confirm),
})

export const askToConfirm = deed({
  summary: 'Ask a contact once more, by mail, to confirm that they join a list; the mail of before works no more',
  may: 'answer',
  input: z.object({ id: z.uuid().describe('The contact'), list: nameSchema }),
  gives: z.object({ cause: z.uuid().nullable() }),
  refusals: { 404: 'No such contact, or they are not asked', 409: 'They were asked a moment ago' },
  async run({ context, workspaceId, doer }, { id, list: name }) {
    const asked = await askOne(context.db, workspaceId, { contact: id, list: name }, doer)
    return asked.ok ? done({ cause: asked.value }) : asked
  },
})

export const askAllToConfirm = deed({
  summary: 'Ask everybody once more who was asked to confirm a list a day ago or longer, a thousand at most',
  may: 'answer',
  input: z.object({ name: nameSchema }),
  gives: z.object({ asked: z.number().describe('How many are asked') }),
  refusals: { 404: 'No such list' },
  run: ({ context, workspaceId, doer }, { name }) => askManyToConfirm(context.db, workspaceId, name, doer),
})
