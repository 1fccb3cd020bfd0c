'use client'

import { createContext, useContext } from 'react'
import {
  duplicateQuestion,
  moveQuestion,
  moveStep,
  removeCarried,
  removeQuestion,
  removeStep,
  updateQuestion,
} from '@/core/form/edits'
import type { Form } from '@/core/form/definition'
import { callStep } from '@/core/form/steps'
import { findCarried, findQuestion, labelOf } from '@/core/form/values'
import { useDraft } from '../draft/context'
import { toast } from '../ui/toast'
import { rowsOf } from './rows'
import { quoted } from '../ui/outside'

/** What can be done with a row of the ledger, by its key: the keyboard, the mouse and its drawer do the same. */
export interface RowDeeds {
  move(key: string, by: -1 | 1): void
  duplicate(key: string): void
  switchOff(key: string): void
  require(key: string): void
  remove(key: string): void
}

/** The deeds of the ledger; after each the focus goes where the next one happens. */
export function useRowDeeds(focusRow: (key: string) => void): RowDeeds {
  const { form, edit, undo, open, setOpen } = useDraft((state) => state)
  const take = (key: string, title: string, change: (form: Form) => Form) => {
    const keys = rowsOf(form).map((row) => row.key)
    focusRow(keys[keys.indexOf(key) + 1] ?? keys[keys.indexOf(key) - 1] ?? '')
    if (open === key) setOpen(null)
    edit(change)
    toast(`Deleted ${quoted(title)}`, { action: { label: 'Undo', onClick: undo } })
  }
  return {
    move(key, by) {
      const step = stepIn(key)
      edit((one) => (step === null ? moveQuestion(one, key, by) : moveStep(one, step, by)))
      focusRow(key)
    },
    duplicate(key) {
      const copied = duplicateQuestion(form, key)
      edit(() => copied.form)
      if (open === key) setOpen(copied.name)
      focusRow(copied.name)
    },
    switchOff: (key) => edit((one) => updateQuestion(one, key, { off: !findQuestion(one, key)?.off })),
    require: (key) => edit((one) => updateQuestion(one, key, { required: !findQuestion(one, key)?.required })),
    remove(key) {
      const step = stepIn(key)
      if (step !== null) {
        const found = form.steps.find(({ name }) => name === step)
        if (form.steps.length === 1) toast('A form keeps at least one step.')
        else if (found) take(key, callStep(form.steps, found), (one) => removeStep(one, step))
      } else if (findQuestion(form, key)) take(key, labelOf(form, key), (one) => removeQuestion(one, key))
      else if (findCarried(form, key)) take(key, labelOf(form, key), (one) => removeCarried(one, key))
    },
  }
}

/** The step that a row is the band of; `null` for any other row. */
export const stepIn = (key: string): string | null => (key.startsWith('step:') ? key.slice(5) : null)

const Deeds = createContext<RowDeeds | null>(null)

export const RowDeedsProvider = Deeds.Provider

export function useDeeds(): RowDeeds {
  const deeds = useContext(Deeds)
  if (!deeds) throw new Error('A row stands in a ledger')
  return deeds
}
