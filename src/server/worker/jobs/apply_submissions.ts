import { z } from 'zod'
import { appliedWith } from '../../submissions/applySettings'
import { applySubmissions, applyWaiting } from '../../submissions/applySubmissions'
import { defineJob } from './job'

/** Enough to make a crowd cheap, few enough to let each wait only moments. */
const TOGETHER = 100

/** Applies what has come: these submissions with whatever waits beside them, or all of a workspace. */
export const applySubmissionsJob = defineJob({
  name: 'apply_submissions',
  payload: z.union([z.object({ workspace: z.string() }), z.object({ submissions: z.array(z.string()) })]),
  crew: 'answers',
  patience: 30,
  async run(told, { context: { db, config }, way, settled }) {
    const settings = { ...appliedWith(config), together: TOGETHER }
    const applied =
      'workspace' in told
        ? await applyWaiting(db, told.workspace, settings)
        : await applySubmissions(db, told.submissions, settings)
    way.tell(applied)
    if (applied > 0) settled('submissions')
  },
})
