import { memberRoute, queryOf } from '@/server/access/member_route'
import { problem } from '@/server/problem'
import { type ListName, LISTS, readPage } from '@/studio/lists/lists'

/** The page of a list that begins after a place in it. */
export const GET = memberRoute<{ list: string }>('read', async (member, request, { list }) => {
  if (!Object.hasOwn(LISTS, list)) return problem(404, 'There is no such list.')
  const { after = null, ...query } = queryOf(request)
  const page = await readPage(list as ListName, member, query, after)
  if (!page.ok) return page.status === 422 ? problem(400, 'The query is wrong.') : problem(page.status, page.message)
  return Response.json(page.value, { headers: { 'cache-control': 'no-store' } })
})
