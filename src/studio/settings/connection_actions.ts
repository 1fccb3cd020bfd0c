'use server'

import type { z } from 'zod'
import { addConnection, changeConnection, readConnections, tryConnection } from '@/server/deeds/settings'
import { changeAction } from './change'

export type ConnectionRow = z.input<typeof readConnections.gives>['connections'][number]

/** Connects an outside place. */
export const addConnectionAction = changeAction(addConnection, readConnections)

/** Changes a connection. */
export const setConnectionAction = changeAction(changeConnection, readConnections)

/** Tries a connection; what came back is noted beside it. */
export const tryConnectionAction = changeAction(tryConnection, readConnections)
