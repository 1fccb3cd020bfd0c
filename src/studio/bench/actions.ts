'use server'

import { requireMember } from '@/server/access/session'
import { type BenchState, turnBenchSwitches } from '@/server/bench'

export async function turnAction(switches: Partial<BenchState['switches']>): Promise<void> {
  await requireMember()
  await turnBenchSwitches(switches)
}
