'use client'

import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from 'react'
import { useStore } from 'zustand'
import { examineForm } from '@/core/examine/examine'
import type { Finding } from '@/core/examine/finding'
import { examineSeen } from '@/core/examine/seen'
import { saveDraftAction } from './actions'
import { useMay } from '../ui/here'
import { toast } from '../ui/toast'
import { keepUndo, keptUndo } from './kept'
import { createDraft, type DraftState } from './store'
import { isolated } from '@/core/formats/direction'

type Draft = ReturnType<typeof createDraft>
type Start = Parameters<typeof createDraft>[0]

const DraftContext = createContext<Draft | null>(null)

/** Holds a form's draft for all its places, so that going from one to another keeps undo. */
export function DraftProvider({ start, children }: { start: Start; children: ReactNode }) {
  const edits = useMay('edit')
  const [draft] = useState(() => {
    const made = createDraft(start, saveDraftAction)
    if (!edits) made.setState({ edit: tellOnlyToRead, undo: tellOnlyToRead, redo: tellOnlyToRead })
    return made
  })
  // What stands beside the draft may change while it is open: its settings do.
  const { facts } = start
  useEffect(() => draft.setState({ facts }), [draft, facts])
  useEffect(() => {
    const { facts: known, revision, form } = draft.getState()
    void keptUndo(known.slug, { revision, form }).then((kept) => {
      if (kept) draft.getState().restore(kept.past, kept.future)
    })
    return draft.subscribe((now, before) => {
      if (now.joined.n > before.joined.n) toast(`${isolated(now.joined.by)} saved meanwhile: what both did is kept`)
      if (now.save.is === 'saved' && now.save !== before.save) {
        const { facts: here, past, future } = now
        void keepUndo(here.slug, { revision: now.revision, form: now.form, past, future })
      }
    })
  }, [draft])
  useEffect(() => {
    const leave = (event: BeforeUnloadEvent) => {
      if (draft.getState().save.is !== 'saved') event.preventDefault()
    }
    const keys = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
      if (event.target instanceof HTMLElement && event.target.matches('input, textarea')) return
      event.preventDefault()
      if (event.shiftKey) draft.getState().redo()
      else draft.getState().undo()
    }
    addEventListener('beforeunload', leave)
    addEventListener('keydown', keys)
    return () => {
      removeEventListener('beforeunload', leave)
      removeEventListener('keydown', keys)
      void draft.getState().saveNow()
    }
  }, [draft])
  return <DraftContext value={draft}>{children}</DraftContext>
}

const tellOnlyToRead = () => toast('You may look at this form, not change it')

export function useDraft<T>(select: (state: DraftState) => T): T {
  const draft = useContext(DraftContext)
  if (!draft) throw new Error('useDraft needs a DraftProvider around it')
  return useStore(draft, select)
}

/** What the analysis says about the draft as it stands. */
export function useFindings(): Finding[] {
  const form = useDraft((state) => state.form)
  const resources = useDraft((state) => state.resources)
  const { live, seen } = useDraft((state) => state.facts)
  return useMemo(
    () => [...examineForm(form, resources), ...examineSeen(form, live?.form ?? null, seen)],
    [form, resources, live, seen],
  )
}
