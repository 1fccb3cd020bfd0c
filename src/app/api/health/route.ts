import { context } from '@/server/context'
import { log } from '@/server/log'
import { explainTrouble } from '@/server/trouble'
import { readHealth } from '@/server/worker/health'

export const dynamic = 'force-dynamic'

/** 200 while work goes on; 503 while the database is away, or while what is due is not being done. */
export async function GET(): Promise<Response> {
  try {
    const health = await readHealth(context().db)
    return Response.json(health, { status: health.status === 'standing still' ? 503 : 200 })
  } catch (error) {
    log.warn({ error }, 'Health cannot be told')
    const trouble = explainTrouble(error)
    return Response.json(
      {
        status: 'down',
        database: trouble?.is ?? 'down',
        say: trouble?.say,
        worker: 'unknown',
        workers: null,
        submissions: null,
        deliveries: null,
      },
      { status: 503, headers: { 'retry-after': '2' } },
    )
  }
}
