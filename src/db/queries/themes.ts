import { sql } from 'kysely'
import type { OwnTheme } from '@/core/look/look'
import type { Theme } from '@/core/look/theme'
import { asJson, type Runner } from '../database'

/** The themes that a workspace made, by their titles. */
export async function listThemes(db: Runner, workspaceId: string): Promise<OwnTheme[]> {
  return db
    .selectFrom('theme')
    .select(['name', 'title', 'look as theme'])
    .where('workspace_id', '=', workspaceId)
    .orderBy('title')
    .execute()
}

/** One of a workspace's own themes; `null` where it has none of that name. */
export async function findTheme(db: Runner, workspaceId: string, name: string): Promise<Theme | null> {
  const found = await db
    .selectFrom('theme')
    .select('look')
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .executeTakeFirst()
  return found?.look ?? null
}

/** Adds a theme; `false` where there is one of its name. */
export async function insertTheme(db: Runner, workspaceId: string, { name, title, theme }: OwnTheme): Promise<boolean> {
  const added = await db
    .insertInto('theme')
    .values({ workspace_id: workspaceId, name, title, look: asJson(theme) })
    .onConflict((conflict) => conflict.doNothing())
    .executeTakeFirst()
  return added.numInsertedOrUpdatedRows === 1n
}

/** Changes a theme for every form that uses it; `false` where there is none of its name. */
export async function updateTheme(db: Runner, workspaceId: string, { name, title, theme }: OwnTheme): Promise<boolean> {
  const changed = await db
    .updateTable('theme')
    .set({ title, look: asJson(theme), changed_at: sql<Date>`now()` })
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .executeTakeFirst()
  return changed.numUpdatedRows === 1n
}

export async function deleteTheme(db: Runner, workspaceId: string, name: string): Promise<boolean> {
  const gone = await db
    .deleteFrom('theme')
    .where('workspace_id', '=', workspaceId)
    .where('name', '=', name)
    .executeTakeFirst()
  return gone.numDeletedRows === 1n
}

/** A form that uses a theme, in its draft or as it is live. */
export interface ThemeUse {
  theme: string
  slug: string
  form: string
  live: boolean
}

/** Which forms of a workspace use which themes. */
export async function listThemeUses(db: Runner, workspaceId: string): Promise<ThemeUse[]> {
  const { rows } = await sql<ThemeUse>`
    select theme, slug, name as form, bool_or(live) as live
    from (
      select draft -> 'look' ->> 'theme' as theme, slug, name, false as live
      from form where workspace_id = ${workspaceId}
      union all
      select definition -> 'look' ->> 'theme', slug, name, true
      from form join release on release.id = form.live_release_id
      where form.workspace_id = ${workspaceId}
    ) as used
    where theme is not null
    group by theme, slug, name
    order by name
  `.execute(db)
  return rows
}
