import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { requireFolder } from './folder'

describe('the folder that files are kept in', () => {
  it('is made where it is not there, named where it cannot be, and not asked for beside a bucket', async () => {
    const home = await mkdtemp(join(tmpdir(), 'lichen-'))
    const of = (folder: string, bucket = '') => requireFolder({ LICHEN_FILES: folder, LICHEN_S3_BUCKET: bucket })
    await expect(of(join(home, 'deep', 'files'))).resolves.toBeUndefined()
    await expect(of('/dev/null/files')).rejects.toThrow(
      'Nothing can be written to the folder that files are kept in, /dev/null/files.',
    )
    await expect(of('/dev/null/files', 'kept')).resolves.toBeUndefined()
    await rm(home, { recursive: true })
  })
})
