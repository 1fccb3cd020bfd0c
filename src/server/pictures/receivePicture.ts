import type { IncomingMessage } from 'node:http'
import { admit } from '../access/member'
import { context } from '../context'
import { readBytes } from '../door/body'
import { problem } from '../problem'
import { addPicture } from './addPicture'

/** Where the studio sends pictures to. */
export const PICTURES = '/pictures'

/** Largest that is taken, in bytes. */
const MOST = 20_000_000

/** Takes a picture from a member who may compose, and who is known before any of it is read; its name comes in the address. */
export async function receivePicture(request: IncomingMessage, url: URL): Promise<Response | 'too large'> {
  const { db, config } = context()
  const { origin } = request.headers
  if (origin !== undefined && origin !== new URL(config.LICHEN_URL).origin)
    return problem(403, 'Pictures are taken from the studio only.')
  const admitted = await admit(new Headers({ cookie: request.headers.cookie ?? '' }), 'edit')
  if (!admitted.ok) return problem(admitted.status, admitted.message)
  const content = await readBytes(request, MOST)
  if (!content) return 'too large'
  const picture = await addPicture(db, admitted.member.workspaceId, url.searchParams.get('name') ?? '', content)
  return picture
    ? Response.json(picture, { status: 201 })
    : problem(415, 'This is no picture that can be shown. Send a JPEG, PNG, WebP, GIF, AVIF or TIFF.')
}
