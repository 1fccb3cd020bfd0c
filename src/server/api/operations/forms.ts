import { answersSchema } from '@/core/answers/schema'
import { formSchema } from '@/core/form/definition'
import { examineForm } from '@/core/form/examine'
import { readStored } from '@/core/form/stored'
import { upgradeForm } from '@/core/form/upgrade'
import { exportConditions } from '@/core/logic/json_logic'
import { findForm, updateDraft } from '@/db/queries/forms'
import { findPerson } from '@/db/queries/people'
import { readResources } from '@/db/queries/workspace'
import { createForm } from '../../forms/createForm'
import { listForms } from '../../forms/listForms'
import { planDraft } from '../../forms/planDraft'
import { releaseForm } from '../../forms/releaseForm'
import { problem } from '../../problem'
import { readReadout } from '../../readout/readReadout'
import { readSummaries } from '../../readout/readSummaries'
import { defaultSpan } from '../../readout/span'
import { operation, type Operation, withForm } from '../operation'
import { newFormSchema, planRequestSchema, spanSchema } from '../schemas'

/** Forms: their drafts, releases, plans and numbers. */
export const formOperations: Operation[] = [
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
    method: 'GET',
    path: '/forms/{slug}/conditions.logic.json',
    summary:
      'The draft’s conditions as JsonLogic, about values whose text is in lower case and whose blanks are left out',
    answers: { 200: 'The rules of steps, questions and messages', 404: 'No such form' },
    run: (call) => withForm(call, ({ draft }) => Promise.resolve(Response.json(exportConditions(readStored(draft))))),
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
    method: 'POST',
    path: '/forms/{slug}/copies',
    summary: 'Make a form with the same draft',
    body: newFormSchema.omit({ draft: true }),
    answers: { 201: 'The copy was made', 404: 'No such form', 409: 'The slug is taken' },
    run: (call) =>
      withForm(call, async ({ draft }) => {
        const { context, workspaceId, body } = call
        const made = await createForm(context.db, workspaceId, { ...body, draft: readStored(draft) }, null)
        if (!made) return problem(409, 'Another form has this address.')
        return Response.json({ ...made, name: body.name }, { status: 201 })
      }),
  }),
]

/** A draft's revision as an entity tag (RFC 9110, 8.8.3). */
const tagOf = (revision: number): string => `"${revision}"`

/** The revision an entity tag names; `undefined` for a tag that is none of ours, which matches nothing. */
function revisionOf(tag: string): number | undefined {
  const digits = /^"(\d{1,9})"$/.exec(tag.trim())?.[1]
  return digits === undefined ? undefined : Number(digits)
}
