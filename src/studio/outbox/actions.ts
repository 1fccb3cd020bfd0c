'use server'

import { z } from 'zod'
import { DELIVERY_KEYS } from '@/db/queries/deliveries'
import { readOutbox } from '@/server/deeds/arrivals'
import { listAction } from '../ui/listQuery'

export interface OutboxQuery {
  which: 'open' | 'all'
  search: string | undefined
  sort: string | undefined
}

export const deliveriesAction = listAction(readOutbox, 'deliveries', DELIVERY_KEYS, {
  which: z.enum(['open', 'all']),
})

export type DeliveryRow = Awaited<ReturnType<typeof deliveriesAction>>['rows'][number]
