import { type Plan, PLAN_FORMAT } from './plan'
import type { PlannedDelivery } from '../dispatch/targets/target'
import type { TargetName } from '../dispatch/targets/bodies'

/**
 * Plans of older formats, brought up to the one made now. A plan is evidence: what it says is never changed,
 * only put as it is said now.
 */

/** A delivery of format 2: a mail with its message, or the one CRM there was. */
interface OlderDelivery {
  key: string
  to: TargetName
  message?: number
  because: string
}

/** Reads a plan as it was stored; `null` where there is none. */
export function readPlan(stored: unknown): Plan | null {
  if (stored === null || stored === undefined) return null
  const plan = stored as Omit<Plan, 'format'> & { format: string }
  return plan.format === PLAN_FORMAT ? (plan as Plan) : nameConnections(plan)
}

/** Format 2 knew no connections, and its deliveries no words. */
function nameConnections(plan: Omit<Plan, 'format'>): Plan {
  const deliveries = plan.deliveries.map((delivery): PlannedDelivery => {
    const { key, to, message, because }: OlderDelivery = { ...delivery, message: delivery.message ?? undefined }
    const carried = message === undefined ? undefined : plan.messages[message]
    const text = carried ? `Mail “${carried.title}” to ${carried.to.join(', ')}` : 'The CRM gets the contact'
    return { key, to, connection: null, message: message ?? null, text, because }
  })
  return { ...plan, format: PLAN_FORMAT, deliveries }
}
