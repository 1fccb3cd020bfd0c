import { context } from '@/server/context'
import { countWorkers } from '@/server/worker/beat'

export const dynamic = 'force-dynamic'

/** 200 while the database answers, with the state of the workers; 503 while it does not. */
export async function GET(): Promise<Response> {
  try {
    const workers = await countWorkers(context().db)
    return Response.json({ status: 'ok', database: 'up', worker: workers > 0 ? 'up' : 'down', workers })
  } catch {
    return Response.json({ status: 'down', database: 'down', worker: 'unknown', workers: null }, { status: 503 })
  }
}
