/** Every source of fills by its name, in the order menus show them. Adding one adds a line here and its file. */
import { z } from 'zod'
import { partSchema } from '../answers/name'
import * as browser from './browser'
import * as computed from './computed'
import * as constant from './constant'
import * as first_page from './first_page'
import * as form from './form'
import * as form_before from './form_before'
import * as framing_page from './framing_page'
import * as last_sent from './last_sent'
import * as link from './link'
import * as list from './list'
import * as page_before from './page_before'
import * as random_code from './random_code'
import * as record from './record'
import * as referral_code from './referral_code'
import * as running_number from './running_number'
import * as server from './server'
import type { Offered, SourceFile, SourceRules } from './source'

const SOURCES = {
  link,
  record,
  list,
  last_sent,
  form_before,
  page_before,
  framing_page,
  first_page,
  browser,
  server,
  form,
  constant,
  computed,
  random_code,
  running_number,
  referral_code,
} satisfies Record<string, SourceFile>

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

/** A new fill from a source, for a value of this name. */
export const beginFill = (from: SourceName, name: string, offered: Offered): Fill =>
  ({ from, ...sourceOf({ from }).begin(name, offered) }) as Fill
