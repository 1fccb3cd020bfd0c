import type { z } from 'zod'
import type { changeForm } from '@/server/deeds/form_settings'

/** What a form has beside its draft, as its settings show it. */
export type FormAsSet = z.input<typeof changeForm.gives>

type Change = Omit<z.input<typeof changeForm.input>, 'slug'>

/** Sets something of the form; with `undo`, what was done is said, and can be undone by setting that. */
export type SetForm = (change: Change, undo?: { said: string; change: Change } | null) => Promise<void>
