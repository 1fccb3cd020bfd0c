'use client'

import { createStore } from 'zustand'
import type { Form } from '@/core/form/definition'
import { tellDifferences } from '@/core/form/differences'
import type { Resources } from '@/core/examine/examine'
import { type Choose, type Clash, mergeForms } from '@/core/form/merge'
import type { Standing } from '@/core/form/standing'
import type { FormState } from '@/core/form/state'
import type { Seen } from '@/core/examine/seen'
import type { StationFacts } from '@/core/examine/stations'
import type { SaveResult } from './actions'

/** How the draft on the screen stands to the one in the database. */
type SaveState =
  | { is: 'saved'; at: Date }
  | { is: 'saving' }
  | { is: 'failed'; reason: string }
  /** Somebody saved another draft meanwhile, and both changed the same; no clash where the two make no sound form. */
  | { is: 'conflict'; by: string; theirs: Form; revision: number; clashes: Clash[] }

interface DraftFacts {
  slug: string
  name: string
  state: FormState
  /** How it stands to visitors by now. */
  stands: Standing
  live: StationFacts['live']
  /** A release that is to come, or was to and could not be made. */
  planned: { at: Date; isRefused: boolean } | null
  numbers: StationFacts['numbers']
  publicUrl: string
  /** Where the Bench is; `null` where there is none. */
  benchUrl: string | null
  /** Where colleagues try it: what is sent from there counts nowhere. */
  testUrl: string
  /** Arrivals of the last 30 days by the row that fitted, as the live release numbers them. */
  routed: Record<string, number>
  /** What else those 30 days showed; `null` where nothing is live. */
  seen: Seen | null
}

export interface DraftState {
  facts: DraftFacts
  form: Form
  revision: number
  resources: Resources
  rehearsed: string | null
  /** The row of the ledger that is open: the visitor’s view turns to it. */
  open: string | null
  setOpen(row: string | null): void
  save: SaveState
  past: Form[]
  future: Form[]
  /** Who saved something else meanwhile, which was put together with what was done here. */
  joined: { by: string; n: number }
  /** Brings back what could be undone before the page was loaded anew. */
  restore(past: Form[], future: Form[]): void
  /**
   * Changes the draft. Edits with the same `key` shortly after each other are undone together, as are the
   * letters of a word.
   */
  edit(change: (form: Form) => Form, key?: string): void
  undo(): void
  redo(): void
  setResources(resources: Resources): void
  /** Settles a conflict: says whose of each clash stands. */
  resolve(choose: Choose): void
  /** Saves what has not been saved yet; resolves to the revision that was saved, `null` when it was not. */
  saveNow(): Promise<number | null>
}

const DEEP = 200
/** How many states that undo leads to are put together with what somebody else saved. */
const REBASED = 50
const TOGETHER = 1500
const REST = 500

interface Start {
  facts: DraftFacts
  form: Form
  revision: number
  resources: Resources
  rehearsed: string | null
  savedAt: Date
}

type Save = (slug: string, form: Form, fromRevision: number) => Promise<SaveResult>

/** The draft being edited, in every one of a form's places. */
export function createDraft(start: Start, save: Save) {
  let lastKey = ''
  let lastEdit = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let saving: Promise<void> | null = null
  /** The draft in the database as far as is known here: the screen is saved when it shows just this. */
  let stored = { form: start.form, revision: start.revision }

  return createStore<DraftState>((set, get) => {
    const isSaved = () => get().form === stored.form
    /** Nothing is saved while a conflict waits to be settled: that would settle it unasked. */
    const later = () => {
      const { save: state } = get()
      // What is done meanwhile may clash otherwise, or no more.
      if (state.is === 'conflict') meet(state)
      if (get().save.is === 'conflict') return
      set({ save: isSaved() && !saving ? { is: 'saved', at: new Date() } : { is: 'saving' } })
      clearTimeout(timer)
      if (get().save.is === 'saving') timer = setTimeout(() => void get().saveNow(), REST)
    }
    const replace = (form: Form, past: Form[], future: Form[]) => {
      set({ form, past, future })
      later()
    }
    const settle = (form: Form, revision: number) => {
      stored = { form, revision }
      set({ revision, save: isSaved() ? { is: 'saved', at: new Date() } : { is: 'saving' } })
    }

    /** Puts what somebody else saved together with what was done here, and with each state that undo leads to. */
    const join = (theirs: Form, choose: Choose, undoable: boolean): void => {
      const { form, past, future } = get()
      const before = stored.form
      const onto = (one: Form) => mergeForms(before, one, theirs, () => 'ours')?.form ?? one
      const merged = mergeForms(before, form, theirs, choose)?.form ?? (choose('') === 'ours' ? form : theirs)
      const next = tellDifferences(theirs, merged).length === 0 ? theirs : merged
      const rebased = past.slice(-REBASED).map(onto)
      // What was on the screen is a state to go back to, unless it is the one that is taken.
      const back = onto(form)
      if (undoable && tellDifferences(back, next).length > 0) rebased.push(back)
      set({ form: next, past: rebased.slice(-REBASED), future: undoable ? [] : future.slice(0, REBASED).map(onto) })
    }

    const saveOnce = async (): Promise<void> => {
      const { facts, form } = get()
      try {
        const result = await save(facts.slug, form, stored.revision)
        if (result.ok) {
          settle(form, result.revision)
          set({ rehearsed: result.rehearsed })
        } else if (result.why === 'unsound') {
          set({ save: { is: 'failed', reason: result.reason } })
        } else if (tellDifferences(result.theirs, form).length === 0) {
          // It was saved, and only the answer was lost.
          settle(form, result.revision)
        } else {
          meet(result)
        }
      } catch {
        set({ save: { is: 'failed', reason: 'Lichen cannot be reached. Your changes are kept on this page.' } })
        clearTimeout(timer)
        timer = setTimeout(() => void get().saveNow(), 4000)
      }
    }

    /** What somebody else saved meanwhile is taken in where it is about other things, and asked about where it clashes. */
    const meet = ({ by, theirs, revision }: { by: string; theirs: Form; revision: number }): void => {
      const merged = mergeForms(stored.form, get().form, theirs)
      if (!merged || merged.clashes.length > 0)
        return set({ save: { is: 'conflict', by, theirs, revision, clashes: merged?.clashes ?? [] } })
      join(theirs, () => 'theirs', false)
      settle(theirs, revision)
      set(({ joined }) => ({ joined: { by, n: joined.n + 1 } }))
    }

    return {
      facts: start.facts,
      form: start.form,
      revision: start.revision,
      resources: start.resources,
      rehearsed: start.rehearsed,
      open: null,
      setOpen: (row) => set({ open: row }),
      save: { is: 'saved', at: start.savedAt },
      past: [],
      future: [],
      joined: { by: '', n: 0 },
      restore(past, future) {
        if (get().past.length + get().future.length === 0) set({ past, future })
      },
      edit(change, key = '') {
        const { form, past } = get()
        const next = change(form)
        if (next === form) return
        const now = Date.now()
        const together = key !== '' && key === lastKey && now - lastEdit < TOGETHER
        lastKey = key
        lastEdit = now
        replace(next, together ? past : [...past, form].slice(-DEEP), [])
      },
      undo() {
        const { form, past, future } = get()
        const before = past.at(-1)
        lastKey = ''
        if (before) replace(before, past.slice(0, -1), [form, ...future])
      },
      redo() {
        const { form, past, future } = get()
        const [after, ...rest] = future
        lastKey = ''
        if (after) replace(after, [...past, form], rest)
      },
      setResources: (resources) => set({ resources }),
      resolve(choose) {
        const { save: state } = get()
        if (state.is !== 'conflict') return
        const { theirs, revision } = state
        join(theirs, choose, true)
        lastKey = ''
        settle(theirs, revision)
        if (!isSaved()) void get().saveNow()
      },
      async saveNow() {
        clearTimeout(timer)
        // What was typed while a save was under way goes with the next one.
        while (saving) await saving
        if (get().save.is === 'conflict') return null
        if (!isSaved()) {
          saving = saveOnce().finally(() => (saving = null))
          await saving
        }
        if (get().save.is === 'conflict' || get().save.is === 'failed') return null
        if (!isSaved()) return get().saveNow()
        set({ save: { is: 'saved', at: new Date() } })
        return stored.revision
      },
    }
  })
}
