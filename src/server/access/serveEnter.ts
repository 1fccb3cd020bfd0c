import { APIError } from 'better-auth/api'
import { z } from 'zod'
import { findUnfit } from '@/core/formats/text'
import { context } from '../context'
import { count, of, ofAsker, tooMany, waitFor } from '../door/limits'
import type { Done } from '../done'
import { databaseAway, guard, problem } from '../problem'
import {
  type Entered,
  joinByWayIn,
  joinSchema,
  openByWayIn,
  openSchema,
  passwordChangeSchema,
  setPasswordByWayIn,
} from './enter'
import { rememberBrowser } from './knownBrowser'
import { askSchema, forgotSchema, mailWayIn, mailWayToOpen } from './forgot'

const enterSchema = z.discriminatedUnion('do', [openSchema, passwordChangeSchema, joinSchema, forgotSchema, askSchema])

/** Takes what is sent by an address that works once, and asks for one: counted by network address, whoever asks. */
export const serveEnter = (request: Request): Promise<Response> =>
  guard(async () => {
    if (context().presence.isAway) return databaseAway()
    const wait = waitFor(...ofAsker('wrong'))
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
        const asked = count(...ofAsker('wrong'), ...of('forgot', input.email))
        if (asked > 0) return tooMany(asked)
        mailWayIn(context(), input.email)
        return new Response(null, { status: 204 })
      }
      case 'ask to open': {
        if (config.LICHEN_SIGN_UP === 'closed') return problem(404, 'Nobody can open a workspace here unasked.')
        const asked = count(...ofAsker('wrong'), ...of('forgot', input.email))
        if (asked > 0) return tooMany(asked)
        mailWayToOpen(context(), input.email)
        return new Response(null, { status: 204 })
      }
      case 'open workspace':
        return await openByWayIn(db, config, input).then(answer, tellFull)
      case 'join':
        return await joinByWayIn(db, config, input).then(answer, tellFull)
      case 'new password':
        return await setPasswordByWayIn(db, config, input).then(answer, tellFull)
    }
  })

/** So many passwords wait to be worked on that this one cannot be taken now. */
function tellFull(error: unknown): Response {
  if (error instanceof APIError) return problem(error.statusCode, error.message, {}, { 'retry-after': '2' })
  throw error
}

function answer(result: Done<Entered>): Response {
  if (result.ok) {
    // Who came by an address of ours is no stranger, whatever others try with their account.
    const remembered = rememberBrowser(context().config, result.value.email)
    return Response.json(result.value, { headers: { 'set-cookie': remembered } })
  }
  if (result.status === 404) count(...ofAsker('wrong'))
  return problem(result.status, result.message, result.more)
}
