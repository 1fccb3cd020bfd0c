import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { fileAddress } from '@/core/answers/files'
import type { Db } from '@/db/database'
import { beginFile, finishFile } from '@/db/queries/files'
import { put } from '@/server/files/store'
import type { LiveForm } from '@/server/forms/live'
import { BROKEN_BRICK, drawPng, ROOM_PLAN, SIGNED } from './pictures'

/** Files that visitors of the demo send, by name. */
const DRAWN: Record<string, string> = {
  'lid brick.png': BROKEN_BRICK,
  'kiln room.png': ROOM_PLAN,
  'signature.png': SIGNED,
}

const drawn = new Map<string, Promise<Buffer>>()

/** Sends a file on a visit, as the page would have; returns its address. */
export async function sendDemoFile(
  db: Db,
  live: LiveForm,
  visitId: string,
  question: string,
  name: string,
  url: string,
): Promise<string> {
  const content = await (drawn.get(name) ?? draw(name))
  const { workspaceId: workspace_id, formId: form_id } = live
  const id = randomUUID()
  const file = { id, workspace_id, form_id, visit_id: visitId, question, name, bytes: content.length }
  await beginFile(db, file, { files: 10, bytes: 1e9 })
  await put(id, content.length, Readable.from([content]))
  await finishFile(db, id, 'image/png', name)
  return fileAddress(url, id, name)
}

function draw(name: string): Promise<Buffer> {
  const made = drawPng(DRAWN[name] ?? '')
  drawn.set(name, made)
  return made
}
