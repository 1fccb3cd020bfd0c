import type { IncomingMessage } from 'node:http'
import { admitUpload } from '../door/admitUpload'
import { readBytes } from '../door/body'
import { context } from '../context'
import { problem } from '../problem'
import { takeFile } from './takeFile'

/** Where the studio sends files of people to. */
export const IMPORTS = '/imports'

/** Largest that is taken, in bytes. */
const MOST = 40_000_000

/** Takes a file of people from a member who may change them; its name comes in the address. */
export async function receiveImport(request: IncomingMessage, url: URL): Promise<Response | 'too large'> {
  const member = await admitUpload(request, 'answer')
  if (member instanceof Response) return member
  const content = await readBytes(request, MOST)
  if (!content) return 'too large'
  if (content.length === 0) return problem(422, 'The file is empty.')
  const by = { sort: 'member' as const, id: member.userId, name: member.name }
  const id = await takeFile(context().db, member.workspaceId, url.searchParams.get('name') ?? '', content, by)
  return Response.json({ id }, { status: 201 })
}
