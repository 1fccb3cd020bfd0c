import { z } from 'zod'
import { answersSchema } from '@/core/answers/schema'
import { formSchema } from '@/core/form/definition'
import { examineForm } from '@/core/form/examine'
import { readStored } from '@/core/form/stored'
import { upgradeForm } from '@/core/form/upgrade'
import { findSubmission, listSubmissions } from '@/db/queries/arrivals'
import { readCursor } from '@/db/queries/cursor'
import { readDeliveries } from '@/db/queries/deliveries'
import { findForm, type StoredForm, updateDraft } from '@/db/queries/forms'
import { findPerson, listPeople } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import type { Context } from '../context'
import { exportPeople, exportSubmissions } from '../exports/rows'
import { writeExport } from '../exports/write'
import { createForm } from '../forms/createForm'
import { listForms } from '../forms/listForms'
import { planDraft } from '../forms/planDraft'
import { releaseForm } from '../forms/releaseForm'
import { addContact } from '../people/addContact'
import { createPersonalLink } from '../people/createLink'
import { problem } from '../problem'
import { defaultSpan } from '../readout/span'
import { readReadout } from '../readout/readReadout'
import { readSummaries } from '../readout/readSummaries'
import {
  contactFilterSchema,
  linkRequestSchema,
  newContactSchema,
  newFormSchema,
  peopleExportSchema,
  planRequestSchema,
  submissionExportSchema,
  spanSchema,
  submissionFilterSchema,
} from './schemas'

/** What a handler gets: the workspace of the token, the path's parameters, and checked input. */
interface Call<Q, B> {
  context: Context
  workspaceId: string
  path: Record<string, string>
  query: Q
  body: B
  /** The `If-Match` header, for what may be changed by somebody else meanwhile. */
  ifMatch: string | null
}

/** One operation of `/api/v1`: the server runs it and the OpenAPI description is made from it. */
export interface Operation {
  method: 'GET' | 'POST' | 'PUT'
  path: string
  summary: string
  query: z.ZodType
  body: z.ZodType | null
  /** Brings a body of an older format up to the one described. */
  prepare(json: unknown): unknown
  answers: Record<number, string>
  run(call: Call<unknown, unknown>): Promise<Response>
}

function operation<Q extends z.ZodType, B extends z.ZodType>(
  described: Omit<Operation, 'query' | 'body' | 'prepare' | 'run'> & {
    query?: Q
    body?: B
    prepare?: (json: unknown) => unknown
    run(call: Call<z.output<Q>, z.output<B>>): Promise<Response>
  },
): Operation {
  const { query, body, prepare, run, ...rest } = described
  return {
    ...rest,
    query: query ?? z.object({}),
    body: body ?? null,
    prepare: prepare ?? ((json) => json),
    run: (call) => run(call as Call<z.output<Q>, z.output<B>>),
  }
}

export const operations: Operation[] = [
  operation({
    method: 'GET',
    path: '/forms',
    summary: 'Forms of the workspace',
    answers: { 200: 'The forms, by name' },
    run: async ({ context, workspaceId }) => Response.json({ forms: await listForms(context.db, workspaceId) }),
  }),
  operation({
    method: 'POST',
    path: '/forms',
    summary: 'Make a form',
    body: newFormSchema,
    prepare: (json) =>
      typeof json === 'object' && json !== null && 'draft' in json ? { ...json, draft: upgradeForm(json.draft) } : json,
    answers: { 201: 'The form was made', 409: 'The slug is taken' },
    async run({ context, workspaceId, body }) {
      const made = await createForm(context.db, workspaceId, body, null)
      if (!made) return problem(409, 'Another form has this address.')
      return Response.json({ ...made, name: body.name }, { status: 201 })
    },
  }),
  operation({
    method: 'GET',
    path: '/forms/{slug}/draft',
    summary: 'The draft: a form definition as in /schemas/form.json',
    answers: { 200: 'The definition', 404: 'No such form' },
    run: (call) =>
      withForm(call, ({ draft, draftRevision }) =>
        Promise.resolve(Response.json(readStored(draft), { headers: { etag: tagOf(draftRevision) } })),
      ),
  }),
  operation({
    method: 'PUT',
    path: '/forms/{slug}/draft',
    summary: 'Replace the draft',
    body: formSchema,
    prepare: upgradeForm,
    answers: {
      200: 'The definition as stored',
      404: 'No such form',
      412: 'Somebody saved another draft since the one of `If-Match`',
      422: 'The definition is not sound',
      428: 'There is no `If-Match`; `*` replaces whatever is there',
    },
    run: (call) =>
      withForm(call, async (form) => {
        // RFC 6585, 3: who does not say what they replace may undo what somebody else has just saved.
        if (call.ifMatch === null)
          return problem(428, 'Say with If-Match which draft this replaces: its ETag, or * for any.')
        const wanted = call.ifMatch === '*' ? null : revisionOf(call.ifMatch)
        const revision =
          wanted === undefined ? null : await updateDraft(call.context.db, form.id, call.body, wanted, null)
        if (revision !== null) return Response.json(call.body, { headers: { etag: tagOf(revision) } })
        const now = (await findForm(call.context.db, call.workspaceId, form.slug)) ?? form
        const by = now.savedBy ?? 'A program, through the API,'
        const title = `${by} saved another draft of this form meanwhile.`
        return problem(412, title, { by, revision: now.draftRevision }, { etag: tagOf(now.draftRevision) })
      }),
  }),
  operation({
    method: 'GET',
    path: '/forms/{slug}/answers.schema.json',
    summary: 'JSON Schema of the draft’s answers',
    answers: { 200: 'The schema', 404: 'No such form' },
    run: (call) => withForm(call, ({ draft }) => Promise.resolve(Response.json(answersSchema(readStored(draft))))),
  }),
  operation({
    method: 'POST',
    path: '/forms/{slug}/releases',
    summary: 'Release the draft',
    answers: { 201: 'Released', 404: 'No such form', 422: 'The draft has faults' },
    run: (call) =>
      withForm(call, async (form) => {
        const released = await releaseForm(call.context.db, form, null, null)
        if (!released.ok) return problem(422, 'The draft has faults.', { findings: released.faults })
        const { number, changes } = released
        const url = `${call.context.config.LICHEN_URL}/f/${form.slug}`
        return Response.json({ number, changes, url }, { status: 201 })
      }),
  }),
  operation({
    method: 'POST',
    path: '/forms/{slug}/plan',
    summary: 'What the draft would do with these answers; nothing is done',
    body: planRequestSchema,
    answers: { 200: 'The plan', 404: 'No such form or contact' },
    run: (call) =>
      withForm(call, async (form) => {
        const { db } = call.context
        const { values, link, contact = null } = call.body
        if (contact && !(await findPerson(db, call.workspaceId, contact)))
          return problem(404, 'There is no such contact.')
        const draft = readStored(form.draft)
        const { plan, errors } = await planDraft(db, draft, form, { values, link, contact })
        const findings = examineForm(draft, await readResources(db, form.workspaceId))
        return Response.json({ ...plan, errors, examined: findings })
      }),
  }),
  operation({
    method: 'GET',
    path: '/forms/{slug}/readout',
    summary: 'A form’s numbers',
    query: spanSchema,
    answers: { 200: 'The numbers', 404: 'No such form' },
    run: (call) =>
      withForm(call, async ({ id, liveDefinition, draft }) => {
        const { from, to } = defaultSpan(call.query, new Date())
        const form = readStored(liveDefinition ?? draft)
        const { db } = call.context
        const [numbers, answered] = await Promise.all([
          readReadout(db, id, form, from, to),
          readSummaries(db, id, form, from, to),
        ])
        return Response.json({ ...numbers, answered })
      }),
  }),
  operation({
    method: 'GET',
    path: '/submissions',
    summary: 'Submissions, newest first',
    query: submissionFilterSchema,
    answers: { 200: 'A page; `next` is the cursor of the one after' },
    async run({ context, workspaceId, query }) {
      const filter = { ...query, after: readCursor(query.after) }
      const { rows, next } = await listSubmissions(context.db, workspaceId, filter)
      return Response.json({ submissions: rows, next })
    },
  }),
  operation({
    method: 'GET',
    path: '/exports/submissions',
    summary: 'Every submission that fits, as a download',
    query: submissionExportSchema,
    answers: { 200: 'The file, streamed' },
    run: async ({ context, workspaceId, query: { format, ...filter } }) =>
      writeExport(await exportSubmissions(context.db, workspaceId, filter), format),
  }),
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
    path: '/submissions/{id}',
    summary: 'One submission with the plan that ran and its deliveries',
    answers: { 200: 'The submission', 404: 'No such submission' },
    async run({ context: { db }, workspaceId, path }) {
      const id = path.id ?? ''
      const found = isUuid(id) ? await findSubmission(db, workspaceId, id) : undefined
      if (!found) return problem(404, 'There is no such submission.')
      const { definition: _, ...submission } = found
      return Response.json({ ...submission, deliveries: await readDeliveries(db, workspaceId, id) })
    },
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
]

/** A draft's revision as an entity tag (RFC 9110, 8.8.3). */
const tagOf = (revision: number): string => `"${revision}"`

/** The revision an entity tag names; `undefined` for a tag that is none of ours, which matches nothing. */
function revisionOf(tag: string): number | undefined {
  const digits = /^"(\d{1,9})"$/.exec(tag.trim())?.[1]
  return digits === undefined ? undefined : Number(digits)
}

const isUuid = (text: string): boolean => z.uuid().safeParse(text).success

async function withForm(
  { context, workspaceId, path }: Call<unknown, unknown>,
  run: (form: StoredForm) => Promise<Response>,
): Promise<Response> {
  const form = await findForm(context.db, workspaceId, path.slug ?? '')
  return form ? run(form) : problem(404, 'There is no such form.')
}
