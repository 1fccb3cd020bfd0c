import { context } from '@/server/context'
import { findLiveForm } from '@/server/forms/live'
import { guard, problem } from '@/server/problem'
import { BadBody, readJson, tellVisitor } from '@/server/visitor/request'
import { progressSchema, recordProgress } from '@/server/visits/recordProgress'

export async function POST(request: Request, { params }: { params: Promise<{ slug: string }> }) {
  const { slug } = await params
  return guard(async () => {
    const { db, config } = context()
    const live = await findLiveForm(db, slug)
    if (!live) return problem(404, 'There is no live form at this address.')
    try {
      const progress = await readJson(request, progressSchema)
      const { searchParams } = new URL(request.url)
      const visitor = await tellVisitor(db, live, {
        link: searchParams,
        k: searchParams.get('k'),
        pageBefore: null,
      })
      await recordProgress(db, live, progress, visitor, new URL(config.LICHEN_URL).host, new Date())
    } catch (error) {
      if (error instanceof BadBody) return problem(error.status, error.message)
      throw error
    }
    return new Response(null, { status: 204 })
  })
}
