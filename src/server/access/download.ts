import type { z } from 'zod'
import { guard, problem } from '../problem'
import { findMember, type Member } from './member'

/** Makes a download of the studio, for members only, with its query checked. */
export const memberDownload =
  <Q>(query: z.ZodType<Q>, write: (member: Member, asked: Q) => Promise<Response>) =>
  (request: Request): Promise<Response> =>
    guard(async () => {
      const member = await findMember(request.headers)
      if (!member) return problem(401, 'Sign in first.')
      const asked = [...new URL(request.url).searchParams].filter(([, value]) => value !== '')
      const read = query.safeParse(Object.fromEntries(asked))
      return read.success ? write(member, read.data) : problem(400, 'The query is wrong.')
    })
