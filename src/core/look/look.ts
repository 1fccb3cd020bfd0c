import { forVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import { pictureSchema } from '../answers/pictures'
import { shownOnSchema } from '../answers/shown_on'
import { nameSchema, templateSchema } from '../answers/name'
import { isReady, READY } from './ready'
import { changeTheme, type Theme, themeChangesSchema } from './theme'

/** How a form looks: its theme, what it has otherwise than that, and what stands beside its questions. */

const standingSchema = z.strictObject({
  place: z.enum(['above', 'beside']).default('above'),
  on: shownOnSchema(),
  logo: pictureSchema().nullable().default(null),
  picture: pictureSchema().nullable().default(null),
  heading: forVisitors(templateSchema(200)).default(''),
  text: forVisitors(templateSchema(2000)).default(''),
})

/** What stands above or beside the questions of every step. */
export type Standing = z.output<typeof standingSchema>

export const NOTHING_STANDING = standingSchema.parse({})

export const lookSchema = z
  .strictObject({
    theme: nameSchema.default('plain').describe('One that comes with Lichen, or one of the workspace’s own'),
    changes: themeChangesSchema.default({}).describe('What the form has otherwise than its theme'),
    standing: standingSchema.default(NOTHING_STANDING).describe('What stands above or beside the questions'),
  })
  .default({ theme: 'plain', changes: {}, standing: NOTHING_STANDING })

export type Look = z.output<typeof lookSchema>

/** A theme that the workspace made. */
export interface OwnTheme {
  name: string
  title: string
  theme: Theme
}

/** The theme of a form before its changes: the workspace’s own of that name, one that comes with Lichen, or plain. */
export const sourceTheme = (name: string, own: Theme | null): Theme =>
  own ?? (isReady(name) ? READY[name] : READY.plain).theme

/** A theme as a form has it; `own` is the workspace’s of its name, where it has one. */
export const themeOf = ({ theme, changes }: Look, own: Theme | null): Theme =>
  changeTheme(sourceTheme(theme, own), changes)

/** Whether anything stands there. */
export const isStanding = ({ logo, picture, heading, text }: Standing): boolean =>
  Boolean(logo ?? picture) || heading !== '' || text !== ''
