import { z } from 'zod'
import { themeSchema } from '@/core/look/theme'
import { listThemes, listThemeUses } from '@/db/queries/themes'
import { done } from '../done'
import {
  addTheme as makeTheme,
  changeTheme as alterTheme,
  ownThemeSchema,
  removeTheme as dropOwnTheme,
} from '../settings/themes'
import { deed } from './deed'
import { nothing } from './shapes'

/** Themes that a workspace made for its forms. */

const nameSchema = z.string().max(60)

const ownTheme = z.object({ name: z.string(), title: z.string(), theme: themeSchema })

export const readThemes = deed({
  summary: 'The workspace’s own themes, and the forms that use any theme',
  may: 'read',
  input: z.object({}),
  gives: z.object({
    themes: z.array(ownTheme),
    uses: z.array(z.object({ theme: z.string(), slug: z.string(), form: z.string(), live: z.boolean() })),
  }),
  async run({ context: { db }, workspaceId }) {
    const [themes, uses] = await Promise.all([listThemes(db, workspaceId), listThemeUses(db, workspaceId)])
    return done({ themes, uses })
  },
})

export const addTheme = deed({
  summary: 'Keep a theme for the forms of the workspace',
  may: 'edit',
  input: ownThemeSchema,
  gives: ownTheme,
  refusals: { 409: 'Somebody made it just now' },
  leaves: { deed: 'addTheme', about: ({ title }) => title },
  run: ({ context, workspaceId }, input) => makeTheme(context.db, workspaceId, input),
})

export const changeTheme = deed({
  summary: 'Change a theme of the workspace’s own, for every form that uses it at once',
  may: 'edit',
  input: ownThemeSchema.extend({ name: nameSchema }),
  gives: ownTheme,
  refusals: { 404: 'No such theme of its own' },
  leaves: { deed: 'changeTheme', about: ({ title }) => title },
  run: ({ context, workspaceId }, { name, ...input }) => alterTheme(context.db, workspaceId, name, input),
})

export const dropTheme = deed({
  summary: 'Remove a theme that no form uses',
  may: 'edit',
  input: z.object({ name: nameSchema }),
  gives: nothing,
  refusals: { 404: 'No such theme of its own', 409: 'A form uses it' },
  leaves: { deed: 'dropTheme', about: ({ name }) => name },
  run: ({ context, workspaceId }, { name }) => dropOwnTheme(context.db, workspaceId, name),
})
