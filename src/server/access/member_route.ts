import type { z } from 'zod'
import { isSoundText } from '@/core/formats/text'
import { guard, problem } from '../problem'
import { findMember, type Member } from './member'

type Params = Record<string, string>

/** Makes a handler of plain requests of the studio, for members only. */
export const memberRoute =
  <P extends Params = Params>(answer: (member: Member, request: Request, params: P) => Promise<Response>) =>
  (request: Request, { params }: { params: Promise<P> }): Promise<Response> =>
    guard(async () => {
      const member = await findMember(request.headers)
      return member ? answer(member, request, await params) : problem(401, 'Sign in first.')
    })

/** What a request asks in its address; what is empty or no Unicode is left out. */
export const queryOf = (request: Request): Record<string, string> =>
  Object.fromEntries([...new URL(request.url).searchParams].filter(([, value]) => value !== '' && isSoundText(value)))

/** Makes a download of the studio, for members only, with its query checked. */
export const memberDownload = <Q>(query: z.ZodType<Q>, write: (member: Member, asked: Q) => Promise<Response>) =>
  memberRoute(async (member, request) => {
    const read = query.safeParse(queryOf(request))
    return read.success ? write(member, read.data) : problem(400, 'The query is wrong.')
  })
