import type { Doer } from '@/core/changes/cause'
import { readResources } from '@/db/queries/workspace'
import { leaveCause } from '../../changes/leaveCause'
import { context } from '../../context'
import { read, readWhole } from '../../files/store'
import { gatherPerson } from '../../people/gatherPerson'
import { problem } from '../../problem'

/** One person’s data for programs, or as a page to be read. */
export const PERSON_FORMATS = ['json', 'page'] as const

/** Most that a page carries of files, in bytes; how much larger text makes them is not counted. */
const MOST = 25_000_000

export interface CarriedFile {
  id: string
  name: string
  /** The file itself as a `data:` address; `null` where it would make the page too large. */
  content: string | null
}

/** All that is kept of one person as a file, and keeps who took it along. */
export async function writePerson(
  workspaceId: string,
  id: string,
  format: (typeof PERSON_FORMATS)[number],
  by: Doer,
): Promise<Response> {
  const { db } = context()
  const data = await gatherPerson(db, workspaceId, id)
  if (!data) return problem(404, 'There is no such person.')
  await leaveCause(db, workspaceId, by, 'takePersonAlong', data.addresses[0] ?? '')
  if (format === 'json') return asDownload(JSON.stringify(data, null, 2), 'application/json', 'person.json')
  const { workspace } = await readResources(db, workspaceId)
  const files = await carryFiles(data.files)
  const [{ renderToStaticMarkup }, { PersonPage }] = await Promise.all([import('react-dom/server'), import('./page')])
  const page = PersonPage({ data, files, workspace: workspace.name, zone: workspace.timeZone, at: new Date() })
  return asDownload(`<!doctype html>${renderToStaticMarkup(page)}`, 'text/html; charset=utf-8', 'person.html')
}

const asDownload = (body: string, type: string, name: string): Response =>
  new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `attachment; filename="${name}"`,
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox allow-downloads",
      'cache-control': 'no-store',
    },
  })

async function carryFiles(files: readonly { id: string; name: string; bytes: number }[]): Promise<CarriedFile[]> {
  let room = MOST
  const carried: CarriedFile[] = []
  for (const { id, name, bytes } of files) {
    const fits = bytes <= room
    if (fits) room -= bytes
    const content = fits ? await readWhole(await read(id)) : null
    carried.push({ id, name, content: content && `data:application/octet-stream;base64,${content.toString('base64')}` })
  }
  return carried
}
