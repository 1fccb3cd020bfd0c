import { z } from 'zod'
import { pictureSchema } from '../answers/pictures'
import { COLOUR } from './colour'
import { FAMILY_NAMES } from './families'

/** A theme: the variables that make a page look as somebody wants it. What is in it says nothing of a form. */

/** Colours by their part in a page, in the order they are chosen. */
export const COLOUR_NAMES = [
  'ground',
  'groundTo',
  'sheet',
  'text',
  'soft',
  'line',
  'field',
  'accent',
  'onAccent',
  'lit',
  'fault',
] as const

export type ColourName = (typeof COLOUR_NAMES)[number]

const colourSchema = z.string().trim().toLowerCase().regex(COLOUR, 'Give a colour as # and six digits, such as #3f5a17')

const coloursSchema = z.strictObject({
  ground: colourSchema.describe('Behind everything'),
  groundTo: colourSchema.nullable().describe('What the ground turns into; flat where there is none'),
  sheet: colourSchema.describe('Behind the questions'),
  text: colourSchema,
  soft: colourSchema.describe('Help, captions and progress'),
  line: colourSchema.describe('Edges of fields'),
  field: colourSchema.describe('Inside of fields'),
  accent: colourSchema.describe('Buttons and what is chosen'),
  onAccent: colourSchema.describe('Words on a button'),
  lit: colourSchema.describe('Behind what is chosen'),
  fault: colourSchema.describe('What is wrong'),
})

export type Colours = z.output<typeof coloursSchema>

export const SHEETS = ['paper', 'outlined', 'ruled', 'bare'] as const
export const FIELD_STYLES = ['boxed', 'underlined', 'filled'] as const
export const LABEL_PLACES = ['above', 'beside', 'hidden'] as const
export type LabelPlace = (typeof LABEL_PLACES)[number]
export const BUTTONS = ['solid', 'outlined', 'wide'] as const
export const HOVERS = ['deepen', 'lift', 'still'] as const
export const PRESSES = ['sink', 'deepen', 'still'] as const
export const FOCUSES = ['ring', 'double', 'dashed'] as const
export const MOTIONS = ['none', 'fade', 'rise'] as const

const radius = z.int().min(0).max(40)
const weight = z.int().min(100).max(1000)

/** What one question may have of its own. */
const fieldParts = {
  fields: z.enum(FIELD_STYLES),
  labels: z.enum(LABEL_PLACES),
  line: z.int().min(1).max(4).describe('Thickness of edges, in pixels'),
  fieldRadius: radius.describe('In pixels'),
  labelWeight: weight,
}

const parts = {
  ...fieldParts,
  /** Behind it all, over its colour. */
  picture: pictureSchema().nullable(),
  angle: z.int().min(0).max(359).describe('Which way the ground turns into its other colour, in degrees'),
  sheet: z.enum(SHEETS).describe('Whether the questions lie on a sheet of their own'),
  family: z.enum(FAMILY_NAMES).describe('Letters of the text'),
  headingFamily: z.enum(FAMILY_NAMES),
  size: z.int().min(14).max(20).describe('Of the text, in pixels'),
  headingSize: z.int().min(18).max(48).describe('Of the title, in pixels'),
  headingWeight: weight,
  gap: z.int().min(12).max(40).describe('Between questions, in pixels'),
  padding: z.int().min(0).max(64).describe('Of the sheet, in pixels'),
  band: z.int().min(0).max(24).describe('Of the colour of buttons along the top of the page, in pixels'),
  width: z.int().min(24).max(60).describe('Of a line of questions at most, in rem'),
  buttonRadius: radius.describe('In pixels'),
  sheetRadius: radius.describe('In pixels'),
  button: z.enum(BUTTONS),
  hover: z.enum(HOVERS).describe('What a button does under the pointer'),
  press: z.enum(PRESSES).describe('What a button does while it is pressed'),
  focus: z.enum(FOCUSES).describe('What is drawn around what the keyboard is on'),
  motion: z.enum(MOTIONS).describe('How questions come; those who want no motion see none'),
}

/** Whether the questions lie on a sheet; else they lie on the ground itself. */
export const hasSheet = ({ sheet }: { sheet: (typeof SHEETS)[number] }): boolean =>
  sheet === 'paper' || sheet === 'outlined'

export const themeSchema = z
  .strictObject({
    colours: coloursSchema,
    dark: coloursSchema.nullable().default(null).describe('For those whose device is set to dark'),
    ...parts,
    // Themes made before there was a choice go on as they were.
    press: parts.press.default('sink'),
    focus: parts.focus.default('ring'),
  })
  .refine((theme) => !theme.picture || hasSheet(theme), {
    path: ['sheet'],
    message: 'Over a picture the questions need a sheet, so that they can be read',
  })
  .describe('A theme')

export type Theme = z.output<typeof themeSchema>
export type ThemeInput = z.input<typeof themeSchema>

/** What a form has otherwise than its theme. */
export const themeChangesSchema = z
  .strictObject({
    colours: coloursSchema.partial(),
    dark: coloursSchema.nullable().describe('A dark variant of its own, or none'),
    ...parts,
  })
  .partial()

export type ThemeChanges = z.output<typeof themeChangesSchema>

/** What a question has otherwise than its form. */
export const questionLookSchema = z.strictObject(fieldParts).partial()

export type QuestionLook = z.output<typeof questionLookSchema>

/** A theme with some of its variables changed. */
export function changeTheme(theme: Theme, { colours, ...rest }: ThemeChanges): Theme {
  const changed: Theme = { ...theme, ...stated(rest), colours: { ...theme.colours, ...stated(colours ?? {}) } }
  // A change that was sound with another theme may not be with this one.
  return changed.picture && !hasSheet(changed) ? { ...changed, sheet: 'paper' } : changed
}

/** Without what is there only in name. */
const stated = <T extends object>(part: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined)) as never
