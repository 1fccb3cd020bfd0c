/** Every source of fills by its name, in the order menus show them. Adding one adds a line here and its file. */
import { z } from 'zod'
import { partSchema } from '../answers/name'
import type { RecordField } from '../fields/field'
import * as constant from './constant'
import * as form_before from './form_before'
import * as link from './link'
import * as page_before from './page_before'
import * as record from './record'
import type { SourceFile, SourceRules } from './source'

const SOURCES = { link, record, page_before, form_before, constant } satisfies Record<string, SourceFile>

export type SourceName = keyof typeof SOURCES

export const SOURCE_NAMES = Object.keys(SOURCES) as SourceName[]

/** A fill or a landing of a value that has parts may be about one of them. */
export const aboutPart = partSchema.optional().describe('The part of the value it is about; all of it where left out')

/** A fill from one source: its name, its own settings, and the part that it fills. */
type SchemaOf<N extends SourceName> = z.ZodObject<
  { from: z.ZodLiteral<N> } & ReturnType<(typeof SOURCES)[N]['settings']> & { part: typeof aboutPart },
  z.core.$strict
>
type SchemaOfAny = { [N in SourceName]: SchemaOf<N> }[SourceName]

const schemas = SOURCE_NAMES.map((from) =>
  z.strictObject({ from: z.literal(from), ...SOURCES[from].settings(), part: aboutPart }),
) as unknown as [SchemaOfAny, ...SchemaOfAny[]]

/** Where a value comes from before anyone types. The first source in a list that has it wins. */
export const fillSchema = z.discriminatedUnion('from', schemas)

/** One place where a value, or a part of it, comes from. */
export type Fill = z.output<typeof fillSchema>

/** The rules of the source that a fill names; the fill itself holds the source’s settings. */
export const sourceOf = <F extends { from: SourceName }>({ from }: F): SourceRules<F> =>
  SOURCES[from].rules as unknown as SourceRules<F>

/** A new fill from a source, for a value of this name; `fields` are the contact’s. */
export const beginFill = (from: SourceName, name: string, fields: readonly RecordField[]): Fill =>
  ({ from, ...sourceOf({ from }).begin(name, fields) }) as Fill
