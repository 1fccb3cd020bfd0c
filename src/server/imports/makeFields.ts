import type { ImportPlan, ImportTarget } from '@/core/imports/import_plan'
import type { Actor } from '../access/actor'
import { perform } from '../deeds/deed'
import { addField } from '../deeds/settings'
import { type Done, done } from '../done'

/** Makes the fields that a plan wants new, each once, and gives the plan that names them. */
export async function makeFields(by: Actor, plan: ImportPlan): Promise<Done<ImportPlan>> {
  const targets: ImportTarget[] = []
  for (const target of plan.targets) {
    if (target.to !== 'new field') {
      targets.push(target)
      continue
    }
    const { record, label, type } = target
    const made = await perform(addField, by, { record, label, type, options: [] })
    if (!made.ok) return made
    targets.push({ to: 'field', record, field: made.value.name })
  }
  return done({ ...plan, targets })
}
