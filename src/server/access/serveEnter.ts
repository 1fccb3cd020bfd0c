import { z } from 'zod'
import { findUnfit } from '@/core/formats/text'
import { context } from '../context'
import { askerAddress } from '../door/asker'
import { count, countFrom, tooMany, waitFrom } from '../door/limits'
import type { Done } from '../done'
import { databaseAway, guard, problem } from '../problem'
import { openByWayIn, openSchema, passwordChangeSchema, setPasswordByWayIn } from './enter'
import { forgotSchema, mailWayIn } from './forgot'

const enterSchema = z.discriminatedUnion('do', [openSchema, passwordChangeSchema, forgotSchema])

/** Takes what is sent by an address that works once, and asks for one: counted by network address, whoever asks. */
export const serveEnter = (request: Request): Promise<Response> =>
  guard(async () => {
    if (context().presence.isAway) return databaseAway()
    const address = askerAddress()
    const wait = waitFrom('sign_in_address', address)
    if (wait > 0) return tooMany(wait)
    const given = (await request.json().catch(() => undefined)) as unknown
    if (given === undefined || findUnfit(given) !== null)
      return problem(400, 'The body is not JSON, or holds text that is not Unicode.')
    const read = enterSchema.safeParse(given)
    if (!read.success) {
      const [issue] = read.error.issues
      return problem(422, issue?.message ?? 'Not as expected', { field: String(issue?.path[0] ?? '') })
    }
    const input = read.data
    const { db, config } = context()
    switch (input.do) {
      case 'forgot': {
        const asked = Math.max(countFrom('sign_in_address', address), count('sign_in_account', `forgot ${input.email}`))
        if (asked > 0) return tooMany(asked)
        mailWayIn(context(), input.email)
        return new Response(null, { status: 204 })
      }
      case 'open workspace':
        return answer(await openByWayIn(db, config, input), address)
      case 'new password':
        return answer(await setPasswordByWayIn(db, config, input), address)
    }
  })

function answer(result: Done<{ email: string }>, address: string): Response {
  if (result.ok) return Response.json(result.value)
  if (result.status === 404) countFrom('sign_in_address', address)
  return problem(result.status, result.message, result.more)
}
