import { get, set } from 'idb-keyval'
import { tellDifferences } from '@/core/form/differences'
import type { Form } from '@/core/form/definition'

/** What could be undone of a draft, as it was when it was last saved in this browser. */
interface Kept {
  revision: number
  form: Form
  past: Form[]
  future: Form[]
}

/** Keeps it; a browser that keeps nothing goes without. */
export const keepUndo = (slug: string, kept: Kept): Promise<void> => set(nameOf(slug), kept).catch(() => undefined)

/** What was kept of just this draft; `null` where another has been saved since. */
export async function keptUndo(slug: string, now: Pick<Kept, 'revision' | 'form'>): Promise<Kept | null> {
  const kept = await get<Kept>(nameOf(slug)).catch(() => undefined)
  return kept?.revision === now.revision && tellDifferences(kept.form, now.form).length === 0 ? kept : null
}

const nameOf = (slug: string): string => `undo ${slug}`
