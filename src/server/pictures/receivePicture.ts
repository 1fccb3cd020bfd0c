import type { IncomingMessage } from 'node:http'
import { context } from '../context'
import { admitUpload } from '../door/admitUpload'
import { readBytes } from '../door/body'
import { problem } from '../problem'
import { addPicture } from './addPicture'

/** Where the studio sends pictures to. */
export const PICTURES = '/pictures'

/** Largest that is taken, in bytes. */
const MOST = 20_000_000

/** Takes a picture from a member who may compose, and who is known before any of it is read; its name comes in the address. */
export async function receivePicture(request: IncomingMessage, url: URL): Promise<Response | 'too large'> {
  const member = await admitUpload(request, 'edit')
  if (member instanceof Response) return member
  const content = await readBytes(request, MOST)
  if (!content) return 'too large'
  const picture = await addPicture(context().db, member.workspaceId, url.searchParams.get('name') ?? '', content)
  return picture
    ? Response.json(picture, { status: 201 })
    : problem(415, 'This is no picture that can be shown. Send a JPEG, PNG, WebP, GIF, AVIF or TIFF.')
}
