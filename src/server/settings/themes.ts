import { z } from 'zod'
import { nameFrom } from '@/core/form/name_from'
import type { OwnTheme } from '@/core/look/look'
import { READY_NAMES } from '@/core/look/ready'
import { themeSchema } from '@/core/look/theme'
import type { Db } from '@/db/database'
import { deleteTheme, findTheme, insertTheme, listThemes, listThemeUses, updateTheme } from '@/db/queries/themes'
import { type Done, done, notDone } from '../done'
import { forgetLiveForms } from '../forms/live'
import { titleSchema } from './titles'

export const ownThemeSchema = z.strictObject({ title: titleSchema, theme: themeSchema })

type ThemeInput = z.output<typeof ownThemeSchema>

/** Keeps a theme as the workspace's own, named after its title. */
export async function addTheme(db: Db, workspaceId: string, { title, theme }: ThemeInput): Promise<Done<OwnTheme>> {
  const taken = await listThemes(db, workspaceId)
  const made = { name: nameFrom(title, [...READY_NAMES, ...taken.map(({ name }) => name)]), title, theme }
  return (await insertTheme(db, workspaceId, made))
    ? done(made)
    : notDone(409, 'Somebody made a theme of that name just now.')
}

/** Changes a theme at its source: every form that uses it looks so at once. */
export async function changeTheme(
  db: Db,
  workspaceId: string,
  name: string,
  { title, theme }: ThemeInput,
): Promise<Done<OwnTheme>> {
  const changed = { name, title, theme }
  if (!(await updateTheme(db, workspaceId, changed))) return notDone(404, 'There is no such theme of your own.')
  forgetLiveForms()
  return done(changed)
}

/** Removes a theme that no form uses. */
export async function removeTheme(db: Db, workspaceId: string, name: string): Promise<Done<null>> {
  if (!(await findTheme(db, workspaceId, name))) return notDone(404, 'There is no such theme of your own.')
  const used = (await listThemeUses(db, workspaceId)).filter(({ theme }) => theme === name)
  if (used.length > 0) return notDone(409, `It is used by ${used.map(({ form }) => `“${form}”`).join(', ')}.`)
  await deleteTheme(db, workspaceId, name)
  return done(null)
}
