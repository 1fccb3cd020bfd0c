import type { JobHelpers, TaskList } from 'graphile-worker'
import { recountDay, recountForm } from '@/db/queries/readout'
import type { Context } from '../context'
import type { Turn } from '@/db/queries/lanes'
import { takeTurn } from '../deliveries/takeTurn'
import { traced } from '../log'
import type { GiveWay } from './giveWay'
import { appliedWith, applySubmissions, applyWaiting } from '../submissions/applySubmissions'
import type { Works } from './works'

/** Enough to make a crowd cheap, few enough to let each wait only moments. */
const TOGETHER = 100

/** Jobs inside Lichen, which never wait for the outside. */
export const insideTasks = ({ db, config }: Context, way: GiveWay, works: Works): TaskList => ({
  apply_submissions: withTrace(works, async (payload) => {
    const { submissions, workspace } = payload as { submissions?: string[]; workspace?: string }
    const settings = { ...appliedWith(config), together: TOGETHER }
    const settled = workspace
      ? await applyWaiting(db, workspace, settings)
      : await applySubmissions(db, submissions ?? [], settings)
    way.tell(settled)
    if (settled > 0) works.settled('submissions')
  }),
  count_readout: withTrace(works, async (payload) => {
    const { formId, day } = payload as { formId: string; day: string }
    await db.transaction().execute((tx) => recountDay(tx, formId, day))
  }),
  count_form: withTrace(works, async (payload) => {
    const { formId } = payload as { formId: string }
    await db.transaction().execute((tx) => recountForm(tx, formId))
  }),
})

/** Jobs that talk to the outside. They run apart, so that a slow mail server never holds up an answer. */
export const outsideTasks = ({ db, config }: Context, way: GiveWay, works: Works): TaskList => ({
  take_turn: withTrace(works, (payload) =>
    takeTurn(db, payload as Turn, config, {
      before: () => way.moment(),
      settled: () => works.settled('deliveries'),
    }),
  ),
})

/** Notes that a job runs, and names it in every line it logs. */
const withTrace =
  (works: Works, run: (payload: unknown) => Promise<void>) =>
  (payload: unknown, { job }: JobHelpers): Promise<void> =>
    works.during(job.task_identifier, () => traced({ job: job.id }, () => run(payload)))
