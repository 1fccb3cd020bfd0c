import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { emailQuestion, formOf } from '@/core/testing/forms'
import type { Form } from '@/core/form/definition'
import type { SaveResult } from './actions'
import { createDraft } from './store'
import { startOf } from './testing'

vi.mock('./actions', () => ({}))

const form = formOf([emailQuestion])
const titled = (title: string) => (one: Form) => ({ ...one, title })

const draftWith = (save: (slug: string, form: Form, from: number) => Promise<SaveResult>) =>
  createDraft(startOf(form), save)

/** Bram saved another draft meanwhile; after that, whatever is saved is taken. */
const takenBefore = (theirs: Form) =>
  vi
    .fn<(slug: string, form: Form, from: number) => Promise<SaveResult>>()
    .mockResolvedValueOnce({ ok: false, why: 'conflict', by: 'Bram', revision: 7, theirs })
    .mockImplementation((_, __, from) => Promise.resolve({ ok: true, revision: from + 1, rehearsed: null }))

describe('a draft being edited', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('saves by itself once typing rests, over the revision it was made from', async () => {
    const save = vi.fn((_: string, __: Form, from: number) =>
      Promise.resolve({ ok: true as const, revision: from + 1, rehearsed: 'again' }),
    )
    const draft = draftWith(save)
    draft.getState().edit(titled('A'), 'title')
    draft.getState().edit(titled('AB'), 'title')
    expect(draft.getState().save.is).toBe('saving')
    await vi.advanceTimersByTimeAsync(600)
    expect(save).toHaveBeenCalledTimes(1)
    expect(save).toHaveBeenCalledWith('x', expect.objectContaining({ title: 'AB' }), 1)
    expect(draft.getState()).toMatchObject({ revision: 2, rehearsed: 'again', save: { is: 'saved' } })
    expect(await draft.getState().saveNow()).toBe(2)
    expect(save).toHaveBeenCalledTimes(1)
  })

  it('undoes a word’s letters together, and whatever else one by one', () => {
    const draft = draftWith(() => Promise.resolve({ ok: true, revision: 2, rehearsed: null }))
    const { edit, undo, redo } = draft.getState()
    const title = () => draft.getState().form.title
    edit(titled('B'), 'title')
    edit(titled('Bo'), 'title')
    edit(titled('Other'))
    undo()
    expect(title()).toBe('Bo')
    undo()
    expect(title()).toBe('A form')
    redo()
    redo()
    expect(title()).toBe('Other')
    undo()
    edit(titled('New'))
    expect(draft.getState().future).toEqual([])
  })

  it('keeps what could not be saved, says so, and tries again', async () => {
    let away = true
    const draft = draftWith(() =>
      away ? Promise.reject(new Error('away')) : Promise.resolve({ ok: true, revision: 2, rehearsed: null }),
    )
    draft.getState().edit(titled('Kept'))
    await vi.advanceTimersByTimeAsync(600)
    expect(draft.getState()).toMatchObject({ form: { title: 'Kept' }, save: { is: 'failed' } })
    away = false
    await vi.advanceTimersByTimeAsync(4100)
    expect(draft.getState().save.is).toBe('saved')
  })

  it.each([
    ['theirs', 'Theirs', 1],
    ['ours', 'Ours', 2],
  ] as const)('settles a conflict by taking %s, which can be undone', async (keep, title, calls) => {
    const theirs = { ...form, title: 'Theirs' }
    const save = takenBefore(theirs)
    const draft = draftWith(save)
    draft.getState().edit(titled('Ours'))
    await vi.advanceTimersByTimeAsync(600)
    expect(draft.getState().save).toMatchObject({ is: 'conflict', by: 'Bram' })
    draft.getState().resolve(() => keep)
    await vi.advanceTimersByTimeAsync(600)
    expect(draft.getState()).toMatchObject({ form: { title }, save: { is: 'saved' } })
    expect(save).toHaveBeenCalledTimes(calls)
    if (keep === 'theirs') {
      draft.getState().undo()
      expect(draft.getState().form.title).toBe('Ours')
    }
  })

  it('keeps what two did to different things, says so, and undoes only what was done here', async () => {
    const theirs = { ...form, intro: 'Theirs' }
    const save = takenBefore(theirs)
    const draft = draftWith(save)
    draft.getState().edit(titled('Ours'))
    await vi.advanceTimersByTimeAsync(1200)
    expect(draft.getState()).toMatchObject({
      form: { title: 'Ours', intro: 'Theirs' },
      save: { is: 'saved' },
      revision: 8,
      joined: { by: 'Bram', n: 1 },
    })
    expect(save).toHaveBeenLastCalledWith('x', expect.objectContaining({ title: 'Ours', intro: 'Theirs' }), 7)
    draft.getState().undo()
    expect(draft.getState().form).toMatchObject({ title: 'A form', intro: 'Theirs' })
  })

  it('tells what clashes, word beside word', async () => {
    const theirs = { ...form, title: 'Theirs', intro: 'Theirs' }
    const draft = draftWith(takenBefore(theirs))
    draft.getState().edit(titled('Ours'))
    await vi.advanceTimersByTimeAsync(600)
    expect(draft.getState().save).toMatchObject({
      is: 'conflict',
      clashes: [{ key: 'title', before: 'A form', ours: 'Ours', theirs: 'Theirs' }],
    })
    draft.getState().resolve((key) => (key === 'title' ? 'ours' : 'theirs'))
    await vi.advanceTimersByTimeAsync(600)
    expect(draft.getState()).toMatchObject({ form: { title: 'Ours', intro: 'Theirs' }, save: { is: 'saved' } })
  })

  it('brings back what could be undone, unless something was done meanwhile', () => {
    const draft = draftWith(() => Promise.resolve({ ok: true, revision: 2, rehearsed: null }))
    draft.getState().restore([titled('Before')(form)], [])
    draft.getState().undo()
    expect(draft.getState().form.title).toBe('Before')
    draft.getState().restore([], [titled('Other')(form)])
    draft.getState().redo()
    expect(draft.getState().form.title).toBe('A form')
  })

  it('says what is unsound and does not pretend to have saved it', async () => {
    const draft = draftWith(() =>
      Promise.resolve({ ok: false, why: 'unsound', reason: 'title: Give the form a title' }),
    )
    draft.getState().edit(titled(''))
    expect(await draft.getState().saveNow()).toBeNull()
    expect(draft.getState().save).toEqual({ is: 'failed', reason: 'title: Give the form a title' })
  })
})
