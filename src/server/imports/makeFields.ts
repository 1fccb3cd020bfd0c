import type { Option } from '@/core/answers/options'
import { choicesIn } from '@/core/imports/choices_in'
import type { ImportPlan, ImportTarget } from '@/core/imports/import_plan'
import { readColumn } from '@/db/queries/imports'
import type { Actor } from '../access/actor'
import { perform } from '../deeds/deed'
import { addField } from '../deeds/settings'
import { type Done, done, notDone } from '../done'

type NewField = Extract<ImportTarget, { to: 'new field' }>

/** Makes the fields that the plan of an import wants new, each once, and gives the plan that names them. */
export async function makeFields(by: Actor, id: string, plan: ImportPlan): Promise<Done<ImportPlan>> {
  // Nothing is made before it is known that all can be.
  const offered = new Map<NewField, Option[]>()
  for (const [column, target] of plan.targets.entries()) {
    if (target.to !== 'new field') continue
    const options = await readOptions(by, id, column, target)
    if (options === null)
      return notDone(422, `“${target.label}” has too many different things in it to choose from: text suits it better.`)
    offered.set(target, options)
  }
  const targets: ImportTarget[] = []
  for (const target of plan.targets) {
    if (target.to !== 'new field') {
      targets.push(target)
      continue
    }
    const { record, label, type } = target
    const made = await perform(addField, by, { record, label, type, options: offered.get(target) ?? [] })
    if (!made.ok) return made
    targets.push({ to: 'field', record, field: made.value.name })
  }
  return done({ ...plan, targets })
}

/** What is chosen from: what stands in the column. */
async function readOptions(by: Actor, id: string, column: number, { type }: NewField): Promise<Option[] | null> {
  if (type !== 'choice' && type !== 'several_choices') return []
  return choicesIn(await readColumn(by.context.db, id, column), type)
}
