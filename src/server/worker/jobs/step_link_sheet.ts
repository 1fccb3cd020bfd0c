import { z } from 'zod'
import { stepLinkSheet } from '../../link_sheets/step_link_sheet'
import { defineJob } from './job'

/** Goes on with a link sheet for a moment. */
export const stepLinkSheetJob = defineJob({
  name: 'step_link_sheet',
  payload: z.object({ sheet: z.string() }),
  crew: 'imports',
  patience: 120,
  run: ({ sheet: id }, { context: { db, config }, way }) => stepLinkSheet(db, config.LICHEN_KEYS, id, way),
})
