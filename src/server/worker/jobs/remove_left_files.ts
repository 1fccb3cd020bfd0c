import { z } from 'zod'
import { removeLeftFiles } from '../../files/left'
import { defineJob } from './job'

/** Removes files with which no form was sent. */
export const removeLeftFilesJob = defineJob({
  name: 'remove_left_files',
  payload: z.unknown(),
  crew: 'house',
  every: 15,
  patience: 10 * 60,
  async run() {
    await removeLeftFiles()
  },
})
