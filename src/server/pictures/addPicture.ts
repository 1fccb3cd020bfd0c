import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { fileTypeFromBuffer } from 'file-type'
import { tidyFileName } from '@/core/answers/files'
import type { Picture } from '@/core/answers/pictures'
import type { Db } from '@/db/database'
import { addPicture as notePicture } from '@/db/queries/pictures'
import { put } from '../files/store'
import { openPicture } from './open'

/** Pictures that are taken, by what is in them. */
const TYPES = new Set(['image/jpeg', 'image/png', 'image/webp', 'image/gif', 'image/avif', 'image/tiff'])

/** Longest side that is kept, in pixels: more than any page shows. */
const LONGEST = 2400

/** Where a picture lies in the store. */
export const placeOf = (id: string): string => `pictures/${id}`

/**
 * Keeps a picture for the forms of a workspace, upright, no larger than any page needs it, and without what a
 * camera wrote into it beside the picture. Returns `null` for what is none.
 */
export async function addPicture(db: Db, workspaceId: string, name: string, content: Buffer): Promise<Picture | null> {
  const type = await fileTypeFromBuffer(content)
  if (!type || !TYPES.has(type.mime)) return null
  const kept = await openPicture(content)
    .rotate()
    .resize({ width: LONGEST, height: LONGEST, fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 92 })
    .toBuffer({ resolveWithObject: true })
    .catch(() => null)
  if (!kept) return null
  const { width, height, size } = kept.info
  const id = randomUUID()
  // What is in the store and nowhere else is never shown; what is nowhere in the store would be shown as nothing.
  await put(placeOf(id), size, Readable.from([kept.data]))
  await notePicture(db, { id, workspace_id: workspaceId, name: tidyFileName(name), width, height })
  return { id, alt: '', width, height }
}
