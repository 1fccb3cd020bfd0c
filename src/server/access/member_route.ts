import type { z } from 'zod'
import { isSoundText } from '@/core/formats/text'
import type { Right } from '@/core/rights/right'
import { askedPlace } from '../door/asker'
import { guard, problem } from '../problem'
import { admit, type Member } from './member'

type Params = Record<string, string>

const leadTo = (location: string): Response => new Response(null, { status: 307, headers: { location } })

/** Makes a handler of plain requests of the studio, for members who have a right. */
export const memberRoute =
  <P extends Params = Params>(
    right: Right,
    answer: (member: Member, request: Request, params: P) => Promise<Response>,
  ) =>
  (request: Request, { params }: { params: Promise<P> }): Promise<Response> =>
    guard(async () => {
      const admitted = await admit(request.headers, right)
      if (admitted.ok) return answer(admitted.member, request, await params)
      // Whoever came by a link, as one of a mail, chooses first.
      const isLink = request.headers.get('accept')?.includes('text/html') ?? false
      if (admitted.status === 409 && isLink)
        return leadTo(`/workspaces?${new URLSearchParams({ to: askedPlace().path })}`)
      return problem(admitted.status, admitted.message)
    })

/** What a request asks in its address; what is empty or no Unicode is left out. */
export const queryOf = (request: Request): Record<string, string> =>
  Object.fromEntries([...new URL(request.url).searchParams].filter(([, value]) => value !== '' && isSoundText(value)))

/** Makes a download of the studio, for members who have a right, with its query checked. */
export const memberDownload = <Q>(
  right: Right,
  query: z.ZodType<Q>,
  write: (member: Member, asked: Q) => Promise<Response>,
) =>
  memberRoute(right, async (member, request) => {
    const read = query.safeParse(queryOf(request))
    return read.success ? write(member, read.data) : problem(400, 'The query is wrong.')
  })
