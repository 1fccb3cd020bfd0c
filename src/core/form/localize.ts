import { z } from 'zod'
import { valueIn } from '../answers/answer'
import { type Form, formSchema } from './definition'
import type { Translation } from './translation'

/** A wording that visitors read, and where it stands: `questions.ware.label`, `outcome.title`. */
export interface Wording {
  key: string
  text: string
}

type Change = (wording: Wording) => string

/** Every wording of a form that visitors read, in its order. What has no letters needs no translation. */
export function wordingsRead(form: Form): Wording[] {
  const found: Wording[] = []
  changeWordings(form, (wording) => {
    found.push(wording)
    return wording.text
  })
  return found
}

const localized = new WeakMap<Form, Map<string, Form>>()

/** The same form as it is read in one of its languages. What is not translated stays as it was written. */
export function localize(form: Form, language: string): Form {
  const translations = valueIn(form.translations as Record<string, Record<string, Translation>>, language)
  if (language === form.languages[0] || !translations) return form
  const known = localized.get(form) ?? new Map<string, Form>()
  localized.set(form, known)
  const before = known.get(language)
  if (before) return before
  const made = changeWordings(form, ({ key, text }) => valueIn(translations, key)?.text ?? text)
  known.set(language, made)
  return made
}

/** The form with each of its wordings as `change` says. */
export const changeWordings = (form: Form, change: Change): Form => changeAt(formSchema, form, '', change) as Form

/** Walks a value by its schema, which marks what visitors read. */
function changeAt(schema: z.core.$ZodType, value: unknown, key: string, change: Change): unknown {
  if (typeof value === 'string')
    return /\p{L}/u.test(value) && isForVisitors(schema) ? change({ key, text: value }) : value
  if (typeof value !== 'object' || value === null) return value
  const { def } = (schema as z.ZodType)._zod as { def: z.core.$ZodTypeDef }
  if (hasInner(def)) return changeAt(def.innerType, value, key, change)
  if (isArray(def) && Array.isArray(value))
    return value.map((item: unknown) => changeAt(def.element, item, keyOf(key, item), change))
  if (isUnion(def)) return changeAt(fitting(def, value), value, key, change)
  if (!isObject(def) || isForDesk(value)) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, one]) => {
      const shape = valueIn(def.shape as Record<string, z.core.$ZodType>, name)
      return [name, shape ? changeAt(shape, one, key === '' ? name : `${key}.${name}`, change) : one]
    }),
  )
}

/** Whether it is marked, or is what a mark was put round with a default or a description. */
function isForVisitors(schema: z.core.$ZodType): boolean {
  if (z.globalRegistry.get(schema as z.ZodType)?.visitorsRead === true) return true
  const { def } = schema._zod as { def: z.core.$ZodTypeDef }
  return hasInner(def) && isForVisitors(def.innerType)
}

/** Items of lists are told apart by their names, so that a place stays the same when others come and go. */
function keyOf(list: string, item: unknown): string {
  const { name, value, address, kind } = item as Record<string, unknown>
  const own = String(name ?? value ?? address ?? '')
  // A question keeps its translations in whichever step it is asked.
  return kind === undefined ? `${list}.${own}` : `questions.${own}`
}

/** What goes to a desk no visitor reads. */
const isForDesk = (value: object): boolean => 'to' in value && value.to === 'desk'

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
