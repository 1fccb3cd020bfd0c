import { z } from 'zod'
import { valueIn } from '../answers/answer'
import type { Mark } from '../answers/for_visitors'

/** A text of a value, and where it stands: `questions.ware.label`, `outcome.title`. */
export interface Wording {
  key: string
  text: string
}

interface Walk {
  mark: Mark
  change: (wording: Wording) => string
  /** Objects that are left as they are, with all that is in them. */
  isLeft?: (value: object) => boolean
}

/** A value with each text changed that its schema marks so. */
export const changeMarked = <T>(schema: z.ZodType<T>, value: T, walk: Walk): T => changeAt(schema, value, '', walk) as T

/** The texts themselves, in their order. */
export function findMarked<T>(schema: z.ZodType<T>, value: T, walk: Omit<Walk, 'change'>): Wording[] {
  const found: Wording[] = []
  const note = (wording: Wording) => {
    found.push(wording)
    return wording.text
  }
  changeMarked(schema, value, { ...walk, change: note })
  return found
}

function changeAt(schema: z.core.$ZodType, value: unknown, key: string, walk: Walk): unknown {
  if (typeof value === 'string') return isMarked(schema, walk.mark) ? walk.change({ key, text: value }) : value
  if (typeof value !== 'object' || value === null) return value
  const { def } = (schema as z.ZodType)._zod as { def: z.core.$ZodTypeDef }
  if (hasInner(def)) return changeAt(def.innerType, value, key, walk)
  if (isArray(def) && Array.isArray(value))
    return value.map((item: unknown) => changeAt(def.element, item, keyOf(key, item), walk))
  if (isUnion(def)) return changeAt(fitting(def, value), value, key, walk)
  if (!isObject(def) || walk.isLeft?.(value)) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, one]) => {
      const shape = valueIn(def.shape as Record<string, z.core.$ZodType>, name)
      return [name, shape ? changeAt(shape, one, key === '' ? name : `${key}.${name}`, walk) : one]
    }),
  )
}

/** Whether it is marked, or is what a mark was put round with a default or a description. */
function isMarked(schema: z.core.$ZodType, mark: Mark): boolean {
  if (z.globalRegistry.get(schema as z.ZodType)?.[mark] === true) return true
  const { def } = schema._zod as { def: z.core.$ZodTypeDef }
  return hasInner(def) && isMarked(def.innerType, mark)
}

/** Items of lists are told apart by their names, so that a place stays the same when others come and go. */
function keyOf(list: string, item: unknown): string {
  const { name, value, address, kind } = item as Record<string, unknown>
  const own = String(name ?? value ?? address ?? '')
  // A question keeps its translations in whichever step it is asked.
  return kind === undefined ? `${list}.${own}` : `questions.${own}`
}

const hasInner = (def: z.core.$ZodTypeDef): def is z.core.$ZodDefaultDef => 'innerType' in def
const isArray = (def: z.core.$ZodTypeDef): def is z.core.$ZodArrayDef => def.type === 'array'
const isUnion = (def: z.core.$ZodTypeDef): def is z.core.$ZodDiscriminatedUnionDef => 'discriminator' in def
const isObject = (def: z.core.$ZodTypeDef): def is z.core.$ZodObjectDef => def.type === 'object'

/** The one of a union that a value is of. */
function fitting({ options, discriminator }: z.core.$ZodDiscriminatedUnionDef, value: object): z.core.$ZodType {
  const found = options.find((option) =>
    option._zod.propValues?.[discriminator]?.has((value as Record<string, z.core.util.Primitive>)[discriminator]),
  )
  if (!found) throw new Error(`No kind of ${discriminator} fits`)
  return found
}
