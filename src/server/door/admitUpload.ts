import type { IncomingMessage } from 'node:http'
import type { Right } from '@/core/rights/right'
import { admit, type Member } from '../access/member'
import { context } from '../context'
import { problem } from '../problem'

/** A member who may send the studio a file, known before any of it is read; or why it is not taken. */
export async function admitUpload(request: IncomingMessage, right: Right): Promise<Member | Response> {
  const { origin } = request.headers
  if (origin !== undefined && origin !== new URL(context().config.LICHEN_URL).origin)
    return problem(403, 'Files are taken from the studio only.')
  const admitted = await admit(new Headers({ cookie: request.headers.cookie ?? '' }), right)
  return admitted.ok ? admitted.member : problem(admitted.status, admitted.message)
}
