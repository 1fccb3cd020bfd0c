import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { tidyFileName } from '@/core/answers/files'
import type { Doer } from '@/core/changes/cause'
import { guessSeparator } from '@/core/imports/guess_separator'
import iconv from 'iconv-lite'
import type { Db } from '@/db/database'
import { queueStep } from '@/db/queries/imports'
import { keepDoer } from '../changes/storedDoer'
import { put } from '../files/store'
import { guessEncoding, kindOf, LOOKED_AT } from './read_file'

/** Where the file of an import lies in the store until it is brought in. */
export const placeOfImport = (id: string): string => `imports/${id}`

/** Keeps a file of people and has it read; what it is and how it is written is guessed by what is in it. */
export async function takeFile(db: Db, workspaceId: string, name: string, content: Buffer, by: Doer): Promise<string> {
  const id = randomUUID()
  const head = content.subarray(0, LOOKED_AT)
  const kind = kindOf(head)
  const encoding = kind === 'xlsx' ? null : guessEncoding(head)
  const separator = kind === 'csv' ? guessSeparator(iconv.decode(head, encoding ?? 'utf-8')) : null
  await put(placeOfImport(id), content.length, Readable.from([content]))
  await db.transaction().execute(async (tx) => {
    await tx
      .insertInto('import')
      .values({
        id,
        workspace_id: workspaceId,
        name: tidyFileName(name),
        state: 'reading',
        kind,
        encoding,
        separator,
        ...keepDoer(by),
        error: null,
      })
      .execute()
    await queueStep(tx, id)
  })
  return id
}
