import type { TaskList } from 'graphile-worker'
import { recountDay } from '@/db/queries/readout'
import type { Context } from '../context'
import { deliver } from '../deliveries/deliver'
import type { GiveWay } from './giveWay'
import { applySubmissions } from '../submissions/applySubmissions'

const clock = (): Date => new Date()

/** Enough to make a crowd cheap, few enough to let each wait only moments. */
const TOGETHER = 100

/** Jobs inside Lichen, which never wait for the outside. */
export const insideTasks = ({ db, config }: Context, way: GiveWay): TaskList => ({
  async apply_submissions(payload) {
    const { submissions } = payload as { submissions: string[] }
    const ownHost = new URL(config.LICHEN_URL).host
    const settings = { crm: config.LICHEN_CRM_URL !== '', ownHost, together: TOGETHER }
    way.tell(await applySubmissions(db, submissions, settings, clock))
  },
  async count_readout(payload) {
    const { formId, day } = payload as { formId: string; day: string }
    await db.transaction().execute((tx) => recountDay(tx, formId, day))
  },
})

/** Jobs that talk to the outside. They run apart, so that a slow mail server never holds up an answer. */
export const outsideTasks = ({ db, config }: Context, way: GiveWay): TaskList => ({
  async deliver(payload) {
    const { delivery } = payload as { delivery: string }
    await way.moment()
    await deliver(db, delivery, config, clock)
  },
})
