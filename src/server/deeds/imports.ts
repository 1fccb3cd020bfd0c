import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { causesAlone } from '@/core/changes/ledger'
import { ENCODING_NAMES } from '@/core/imports/encodings'
import { guessTargets } from '@/core/imports/guess_targets'
import { SEPARATORS } from '@/core/imports/guess_separator'
import { importPlanSchema } from '@/core/imports/import_plan'
import { asJson } from '@/db/database'
import { readClock } from '@/db/queries/clock'
import {
  dropImport as removeImport,
  findImport,
  listImports,
  moveImport,
  queueStep,
  readSamples,
} from '@/db/queries/imports'
import type { ImportState } from '@/db/schema_of_imports'
import { readResources } from '@/db/queries/workspace'
import { writeChanges } from '../changes/writeChanges'
import { done, notDone } from '../done'
import { remove } from '../files/store'
import { makeFields } from '../imports/makeFields'
import { moveOn } from '../imports/moveOn'
import { placeOfImport, takeFile } from '../imports/takeFile'
import { deed } from './deed'
import { moment, nothing } from './shapes'

/** Files of people that are brought in: read, looked at, brought in or stopped, and put back whole. */

const AWAY = 'There is no such import.'

/** Before the first row. */
const AFRESH = { place: 0, counts: '{}' }

const byId = z.object({ id: z.uuid() })

const state = z
  .enum(['reading', 'mapping', 'checking', 'ready', 'bringing', 'stopped', 'done', 'parting', 'parted', 'failed'])
  .describe('`mapping` waits for a plan, `ready` for being started; `parted`: what it did was put back')

const counts = z
  .partialRecord(z.enum(['made', 'changed', 'same', 'again', 'unknown', 'wrong']), z.number())
  .describe('Rows by what comes of them; `again` has the address of a row before it')

const progress = {
  id: z.uuid(),
  name: z.string(),
  state,
  rows: z.number(),
  place: z.number().describe('Rows, or while it is put back records, that were gone past'),
  counts,
  who: z.string(),
  createdAt: moment,
}

export const readImports = deed({
  summary: 'Files of people that were brought in, the latest first',
  may: 'people',
  input: z.object({}),
  gives: z.object({ imports: z.array(z.object(progress)) }),
  run: async ({ context, workspaceId }) => done({ imports: await listImports(context.db, workspaceId) }),
})

/** As many rows of each sort as a preview shows. */
const SHOWN = 10

export const readImport = deed({
  summary: 'A file of people: its columns, where they go, how far it is, and some rows of each sort',
  may: 'people',
  input: byId,
  gives: z.object({
    ...progress,
    kind: z.enum(['csv', 'xlsx', 'vcard']),
    encoding: z.string().nullable(),
    separator: z.string().nullable(),
    columns: z.array(z.object({ head: z.string(), samples: z.array(z.string()) })),
    plan: importPlanSchema.nullable(),
    proposed: z.array(importPlanSchema.shape.targets.element).describe('Where each column most likely goes'),
    error: z.string().nullable(),
    leftOver: z.record(z.string(), z.number()).describe('What was left as it is where it was put back, by why'),
    samples: z.array(
      z.object({
        n: z.number(),
        is: z.enum(['made', 'changed', 'same', 'again', 'unknown', 'wrong']),
        email: z.string().nullable(),
        cells: z.array(z.string()),
        told: z
          .object({
            changes: z.array(z.object({ label: z.string(), from: z.string(), to: z.string() })),
            wrong: z.array(z.object({ column: z.number(), why: z.string() })),
          })
          .nullable(),
      }),
    ),
  }),
  refusals: { 404: 'No such import' },
  async run({ context: { db }, workspaceId }, { id }) {
    const found = await findImport(db, workspaceId, id)
    if (!found) return notDone(404, AWAY)
    const { fields } = await readResources(db, workspaceId)
    return done({
      ...found,
      proposed: guessTargets(found.columns, fields),
      samples: await readSamples(db, id, SHOWN),
    })
  },
})

export const addImport = deed({
  summary: 'Take a file of people, CSV or vCard, as text; larger ones are given to the studio',
  may: 'answer',
  input: z.strictObject({ name: z.string().min(1).max(200), text: z.string().min(1).max(900_000) }),
  gives: byId,
  run: async ({ context, workspaceId, doer }, { name, text }) =>
    done({ id: await takeFile(context.db, workspaceId, name, Buffer.from(text), doer) }),
})

export const readAgain = deed({
  summary: 'Read the file again, as it is said to be written',
  may: 'answer',
  input: z.strictObject({
    id: z.uuid(),
    encoding: z.enum(ENCODING_NAMES).optional(),
    separator: z.enum(SEPARATORS).optional(),
  }),
  gives: nothing,
  refusals: { 404: 'No such import', 409: 'It is past that' },
  async run({ context: { db }, workspaceId }, { id, encoding, separator }) {
    if (!(await findImport(db, workspaceId, id))) return notDone(404, AWAY)
    const change = { state: 'reading' as const, ...(encoding && { encoding }), ...(separator && { separator }) }
    const isRead = await moveOn(db, workspaceId, id, ['mapping', 'ready', 'failed'], change)
    return isRead ? done(null) : notDone(409, 'It is past being read.')
  },
})

/** Where it can be said, or said anew, where columns go. */
const PLANNED: readonly ImportState[] = ['mapping', 'checking', 'ready']

export const planImport = deed({
  summary: 'Say where columns go, and have it looked what would come of each row; nothing is done yet',
  may: 'answer',
  input: z.strictObject({ id: z.uuid(), plan: importPlanSchema }),
  gives: nothing,
  refusals: {
    403: 'New fields take the right to edit',
    404: 'No such import',
    409: 'It is past that',
    422: 'It is incomplete',
  },
  async run(by, { id, plan }) {
    const {
      context: { db },
      workspaceId,
    } = by
    const found = await findImport(db, workspaceId, id)
    if (!found) return notDone(404, AWAY)
    // Fields are made for nobody who is told that it is past that.
    if (!PLANNED.includes(found.state)) return notDone(409, 'It is past that.')
    const isAddressed = plan.targets.some(
      (one) => one.to === 'field' && one.record === 'contact' && one.field === 'email',
    )
    if (!isAddressed) return notDone(422, 'Say which column holds the email address.')
    const { lists } = await readResources(db, workspaceId)
    if (plan.joins.some(({ list }) => !lists.some(({ name }) => name === list)))
      return notDone(422, 'There is no such list.')
    const made = await makeFields(by, id, plan)
    if (!made.ok) return made
    const change = { state: 'checking' as const, plan: asJson(made.value), ...AFRESH, error: null }
    const isChecked = await moveOn(db, workspaceId, id, PLANNED, change)
    return isChecked ? done(null) : notDone(409, 'It is past that.')
  },
})

/** A deed that has an import go on, or stop: from where it is, if it is there. */
const goOn = (summary: string, { conflict, moves }: { conflict: string; moves: readonly Move[] }) =>
  deed({
    summary,
    may: 'answer',
    input: byId,
    gives: nothing,
    refusals: { 404: 'No such import', 409: conflict },
    async run({ context: { db }, workspaceId }, { id }) {
      if (!(await findImport(db, workspaceId, id))) return notDone(404, AWAY)
      for (const [from, change] of moves) if (await moveOn(db, workspaceId, id, [from], change)) return done(null)
      return notDone(409, `${conflict}.`)
    },
  })

type Move = [from: ImportState, change: Parameters<typeof moveImport>[4]]

export const startImport = goOn('Bring in what was looked at, or go on where it was stopped', {
  conflict: 'It is under way, or ended',
  moves: [
    ['ready', { state: 'bringing', error: null, ...AFRESH }],
    ['stopped', { state: 'bringing', error: null }],
  ],
})

export const stopImport = goOn('Stop it where it is; what was brought in stays, until it is put back', {
  conflict: 'Nothing is under way',
  moves: [
    ['bringing', { state: 'stopped' }],
    ['checking', { state: 'mapping', ...AFRESH }],
  ],
})

export const putImportBack = deed({
  summary: 'Put back all that an import did; what was changed since is told and left',
  may: 'answer',
  input: byId,
  gives: z.object({ cause: z.uuid() }),
  refusals: { 404: 'No such import', 409: 'There is nothing to put back' },
  async run({ context: { db }, workspaceId, doer }, { id }) {
    const found = await findImport(db, workspaceId, id)
    if (!found) return notDone(404, AWAY)
    const cause = randomUUID()
    const begun = await db.transaction().execute(async (tx) => {
      const change = {
        state: 'parting' as const,
        put_back_by: cause,
        parted_to: null,
        parts_companies: false,
        place: 0,
        left_over: '{}',
      }
      if (!(await moveImport(tx, workspaceId, id, ['done', 'stopped'], change))) return false
      const caused = {
        id: cause,
        workspaceId,
        cause: { sort: 'put back' as const, by: doer, of: id },
        about: found.name,
      }
      await writeChanges(tx, workspaceId, causesAlone([{ ...caused, at: await readClock(tx) }]))
      await queueStep(tx, id)
      return true
    })
    return begun ? done({ cause }) : notDone(409, 'There is nothing to put back.')
  },
})

export const dropImport = deed({
  summary: 'Throw a file away of which nothing was brought in',
  may: 'answer',
  input: byId,
  gives: nothing,
  refusals: { 404: 'No such import', 409: 'It was brought in' },
  async run({ context: { db }, workspaceId }, { id }) {
    if (!(await findImport(db, workspaceId, id))) return notDone(404, AWAY)
    if (!(await removeImport(db, workspaceId, id))) return notDone(409, 'It was brought in: put it back instead.')
    await remove(placeOfImport(id))
    return done(null)
  },
})
