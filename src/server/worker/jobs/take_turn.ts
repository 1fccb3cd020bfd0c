import { z } from 'zod'
import { takeTurn } from '../../deliveries/takeTurn'
import { defineJob } from './job'

/** Delivers what is due in one lane, for as long as a turn lasts. */
export const takeTurnJob = defineJob({
  name: 'take_turn',
  payload: z.object({ workspace: z.string(), connection: z.string() }),
  crew: 'outside',
  patience: 120,
  run: (lane, { context: { db, config }, way, settled }) =>
    takeTurn(db, lane, config, { before: () => way.moment(), settled: () => settled('deliveries') }),
})
