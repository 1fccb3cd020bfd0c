'use client'

import { type Look, type OwnTheme, sourceTheme, themeOf } from '@/core/look/look'
import type { Theme, ThemeChanges } from '@/core/look/theme'
import { useDraft } from '../draft/context'

export interface LookInHand {
  look: Look
  /** The theme as it is at its source. */
  source: Theme
  /** The workspace’s own theme that the form uses, where it uses one. */
  own: OwnTheme | null
  /** As the form has it. */
  theme: Theme
  set: (part: Partial<Look>, key: string) => void
  change: (part: ThemeChanges, key: string) => void
  /** Takes a change back, so that the theme says what it is again. */
  restore: (key: keyof ThemeChanges) => void
}

/** The look of the form in hand, and how it is changed. */
export function useLook(themes: readonly OwnTheme[]): LookInHand {
  const look = useDraft(({ form }) => form.look)
  const edit = useDraft((state) => state.edit)
  const own = themes.find(({ name }) => name === look.theme) ?? null
  const set = (part: Partial<Look>, key: string) =>
    edit((form) => ({ ...form, look: { ...form.look, ...part } }), `look.${key}`)
  return {
    look,
    source: sourceTheme(look.theme, own?.theme ?? null),
    own,
    theme: themeOf(look, own?.theme ?? null),
    set,
    change: (part, key) => set({ changes: { ...look.changes, ...part } }, key),
    restore: (key) => set({ changes: without(look.changes, key) }, `${key}.restored`),
  }
}

const without = (changes: ThemeChanges, key: keyof ThemeChanges): ThemeChanges =>
  Object.fromEntries(Object.entries(changes).filter(([name]) => name !== key))
