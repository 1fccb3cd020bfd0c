import { access, constants, mkdir } from 'node:fs/promises'
import { resolve } from 'node:path'
import type { Config } from '../config'

/** Makes sure that files can be kept, where they are kept in a folder; throws with what is wrong, in one line. */
export async function requireFolder({
  LICHEN_FILES: folder,
  LICHEN_S3_BUCKET: bucket,
}: Pick<Config, 'LICHEN_FILES' | 'LICHEN_S3_BUCKET'>): Promise<void> {
  if (bucket !== '') return
  try {
    await mkdir(folder, { recursive: true })
    await access(folder, constants.W_OK)
  } catch {
    throw new Error(`Nothing can be written to the folder that files are kept in, ${resolve(folder)}.`)
  }
}
