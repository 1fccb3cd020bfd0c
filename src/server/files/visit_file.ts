import { randomUUID } from 'node:crypto'
import { nameByContents } from '@/core/answers/file_name'
import { tidyFileName } from '@/core/answers/files'
import { mannerOf } from '@/core/kinds/registry'
import { tellBytes } from '@/core/language/bytes'
import { ENGLISH } from '@/core/language/languages'
import type { Speech } from '@/core/language/texts'
import { answeredByHand } from '@/core/form/values'
import { beginFile, findUnsent, finishFile, forgetFile, giveUpFile, type Room } from '@/db/queries/files'
import type { Config } from '../config'
import { context } from '../context'
import { count, ofAsker } from '../door/limits'
import { findShownForm, type LiveForm } from '../forms/live'
import { claimVisit } from '../visits/claim'
import { releaseNumberSchema } from '../visits/visitor'
import { typeOfContents } from './contents'
import { remove, store } from './store'

/** Most files of one visit that are not sent yet. */
const MOST_OF_VISIT = 60

/** How much may lie about that was not sent. */
export const roomFor = ({ LICHEN_FILES_UNSENT }: Pick<Config, 'LICHEN_FILES_UNSENT'>): Room => ({
  files: MOST_OF_VISIT,
  bytes: LICHEN_FILES_UNSENT * 1_000_000,
})

/** Why a file is not taken, to be told to whoever sends it. */
export class NotTaken extends Error {
  constructor(
    readonly status: number,
    /** The reason, told to somebody who is spoken to like this. */
    readonly tellWhy: (speech: Speech) => string,
  ) {
    super(tellWhy(ENGLISH))
  }
}

export const takesNone = (): NotTaken => new NotTaken(422, (speech) => speech.tell('takes_no_files'))

export const noRoom = (): NotTaken => new NotTaken(507, (speech) => speech.tell('no_room'))

export const otherBrowser = (): NotTaken => new NotTaken(403, (speech) => speech.tell('other_browser'))

export const noSuchFile = (): NotTaken => new NotTaken(404, (speech) => speech.tell('no_such_file'))

/** It is larger than its question takes. */
export const tooLarge = (name: string, most: number): NotTaken =>
  new NotTaken(413, (speech) => speech.tell('named_larger', { name, size: tellBytes(speech, most) }))

/** What whoever sends a file says of it. */
export interface FileClaim {
  visit: string | undefined
  proof: string | undefined
  release: string | undefined
  question: string
  name: string
  bytes: number
}

/** What may be sent for a question of the form that a page shows. */
export async function filesAsked(live: LiveForm, release: string | undefined, question: string) {
  const number = releaseNumberSchema.safeParse(Number(release)).data ?? live.number
  const shown = await findShownForm(context().visitors, live, number)
  const asking = answeredByHand((shown ?? live).form).find(({ name }) => name === question)
  return (asking && mannerOf(asking).files?.(asking)) ?? null
}

/** Notes a file that is going to come for a question, if it may; returns what it is known by. */
export async function beginVisitFile(live: LiveForm, claim: FileClaim): Promise<string> {
  const { visitors: db, config } = context()
  if (count(...ofAsker('file', live.slug)) > 0) throw new NotTaken(429, (speech) => speech.tell('files_often'))
  const visit = claimVisit(config.LICHEN_SECRET, live.formId, claim, false)
  if (!visit) throw otherBrowser()
  const asked = await filesAsked(live, claim.release, claim.question)
  if (!asked) throw takesNone()
  const name = tidyFileName(claim.name)
  if (!(claim.bytes > 0)) throw new NotTaken(422, (speech) => speech.tell('file_empty', { name }))
  if (claim.bytes > asked.bytes) throw tooLarge(name, asked.bytes)
  const id = randomUUID()
  const { workspaceId: workspace_id, formId: form_id } = live
  const file = { id, workspace_id, form_id, visit_id: visit.id, question: claim.question, name, bytes: claim.bytes }
  if (!(await beginFile(db, file, roomFor(config)))) throw noRoom()
  return id
}

/**
 * Looks into a file that has come whole, and keeps it if its contents are of a type that its question takes;
 * else removes it and says so. Settling one twice changes nothing.
 */
export async function settleFile(live: LiveForm, release: string | undefined, id: string): Promise<void> {
  const { visitors: db } = context()
  const file = await findUnsent(db, id)
  if (file?.formId !== live.formId) throw noSuchFile()
  if (file.type !== null) return
  const asked = await filesAsked(live, release, file.question)
  const type = await typeOfContents(id)
  const endings = asked?.types[type ?? '']
  if (type !== null && endings) return finishFile(db, id, type, nameByContents(file.name, endings))
  await removeFile(id)
  throw new NotTaken(415, (speech) => speech.tell('other_contents', { name: file.name }))
}

/** Whether all of a file has come. */
export async function isWhole(id: string): Promise<boolean> {
  try {
    const { offset, size } = await (await store()).getUpload(id)
    return offset === size
  } catch {
    return false
  }
}

/** Removes a file that no form was sent with: first nobody counts on it, then it goes. */
async function removeFile(id: string): Promise<void> {
  const { visitors: db } = context()
  if (!(await giveUpFile(db, id))) return
  await remove(id)
  await forgetFile(db, id)
}
