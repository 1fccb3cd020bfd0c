import { z } from 'zod'
import { stepImport } from '../../imports/step_import'
import { defineJob } from './job'

/** Goes on with an import for a moment. */
export const stepImportJob = defineJob({
  name: 'step_import',
  payload: z.object({ import: z.string() }),
  crew: 'imports',
  patience: 120,
  run: ({ import: id }, { context: { db }, way }) => stepImport(db, id, way),
})
