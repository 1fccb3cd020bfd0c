import { z } from 'zod'
import { takeWaiting } from '../../inlets/take_waiting'
import { defineJob } from './job'

/** Takes what came to inlets before somebody had said what it means. */
export const takePostsJob = defineJob({
  name: 'take_posts',
  payload: z.unknown(),
  crew: 'house',
  every: 10,
  patience: 120,
  async run(_, { context: { db } }) {
    while ((await takeWaiting(db)) > 0);
  },
})
