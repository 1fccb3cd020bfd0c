import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Form } from '@/core/form/definition'
import { emailQuestion, formOf } from '@/core/testing/forms'
import { createDraft } from './store'
import { startOf } from './testing'

vi.mock('./actions', () => ({}))

/** The database's side: what each revision is, and what the next call finds. */
class Database {
  readonly revisions = new Map<number, Form>()
  revision = 1
  away = false
  loseAnswer = false

  constructor(start: Form) {
    this.revisions.set(1, start)
  }

  write(form: Form): number {
    this.revisions.set(++this.revision, structuredClone(form))
    return this.revision
  }

  get current(): Form {
    return this.revisions.get(this.revision) ?? raise()
  }

  save = (_: string, form: Form, from: number) => {
    if (this.away) return Promise.reject(new Error('away'))
    if (from !== this.revision) {
      const theirs = structuredClone(this.current)
      return Promise.resolve({ ok: false, why: 'conflict', by: 'Bram', revision: this.revision, theirs } as const)
    }
    const revision = this.write(form)
    if (this.loseAnswer) {
      this.loseAnswer = false
      return Promise.reject(new Error('lost'))
    }
    return Promise.resolve({ ok: true, revision, rehearsed: null } as const)
  }
}

function raise(): never {
  throw new Error('There is no such revision')
}

type Draft = ReturnType<typeof createDraft>
interface Real {
  draft: Draft
  database: Database
}
interface Model {
  edits: number
}

const state = ({ draft }: Real) => draft.getState()

/** What must hold whenever nothing is under way. */
function check(real: Real): void {
  const { save, form, revision } = state(real)
  if (save.is === 'saved') expect(real.database.revisions.get(revision)).toEqual(form)
  // Nothing that was ever saved by somebody else is overwritten unless it was chosen: see the resolve command.
}

abstract class Step implements fc.AsyncCommand<Model, Real> {
  check = () => true
  async run(model: Model, real: Real): Promise<void> {
    await this.act(model, real)
    check(real)
  }
  abstract act(model: Model, real: Real): Promise<void> | void
  toString = () => this.constructor.name
}

class Edit extends Step {
  act(model: Model, real: Real) {
    model.edits++
    state(real).edit((form) => ({ ...form, title: `Ours ${model.edits}` }))
  }
}
class Undo extends Step {
  act = (_: Model, real: Real) => state(real).undo()
}
class Redo extends Step {
  act = (_: Model, real: Real) => state(real).redo()
}
class SaveNow extends Step {
  async act(_: Model, real: Real) {
    const before = real.database.current
    const was = state(real).save.is
    const revision = await state(real).saveNow()
    if (revision !== null) expect(real.database.revisions.get(revision)).toEqual(state(real).form)
    // A conflict is never settled by saving.
    if (was === 'conflict') expect(real.database.current).toBe(before)
  }
}
class SomebodySaves extends Step {
  act({ edits }: Model, real: Real) {
    real.database.write({ ...real.database.current, title: `Theirs ${real.database.revision} after ${edits}` })
  }
}
class Resolve extends Step {
  constructor(private readonly keep: 'ours' | 'theirs') {
    super()
  }
  async act(_: Model, real: Real) {
    const { save, form } = state(real)
    state(real).resolve(() => this.keep)
    if (save.is !== 'conflict') return
    if (this.keep === 'theirs') return expect(state(real).form).toEqual(save.theirs)
    await state(real).saveNow()
    // Ours is in the database now, or somebody was quicker once more and is asked about again.
    expect(state(real).form).toEqual(form)
    if (state(real).save.is === 'saved') expect(real.database.current).toEqual(form)
    else expect(['conflict', 'failed']).toContain(state(real).save.is)
  }
}
/** Releasing: what is released is what the screen shows, or nothing is. */
class Release extends Step {
  async act(_: Model, real: Real) {
    const revision = await state(real).saveNow()
    if (revision === null || revision !== real.database.revision) return
    expect(real.database.current).toEqual(state(real).form)
  }
}
class Network extends Step {
  constructor(private readonly how: 'away' | 'back' | 'loses an answer') {
    super()
  }
  act(_: Model, { database }: Real) {
    database.away = this.how === 'away'
    database.loseAnswer = this.how === 'loses an answer'
  }
}

function begin(): { model: Model; real: Real } {
  const form = formOf([emailQuestion])
  const database = new Database(form)
  return { model: { edits: 0 }, real: { draft: createDraft(startOf(form), database.save), database } }
}

describe('a draft, whatever happens in whatever order', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('says saved only of what the database holds, and releases only that', async () => {
    const commands = [
      fc.constant(new Edit()),
      fc.constant(new Undo()),
      fc.constant(new Redo()),
      fc.constant(new SaveNow()),
      fc.constant(new SomebodySaves()),
      fc.constantFrom(new Resolve('ours'), new Resolve('theirs')),
      fc.constant(new Release()),
      fc.constantFrom(new Network('away'), new Network('back'), new Network('back'), new Network('loses an answer')),
    ]
    await fc.assert(
      fc.asyncProperty(fc.commands(commands, { maxCommands: 40, size: 'max' }), (steps) =>
        fc.asyncModelRun(begin, steps),
      ),
      { numRuns: 400 },
    )
  })

  it('ends a conflict once what clashes is undone: theirs stands', async () => {
    const { model, real } = begin()
    const steps = [new Edit(), new SomebodySaves(), new SaveNow(), new Undo(), new Resolve('ours'), new Release()]
    for (const step of steps) await step.run(model, real)
    expect(state(real)).toMatchObject({ form: { title: 'Theirs 1 after 1' }, save: { is: 'saved' } })
    expect(real.database.current.title).toBe('Theirs 1 after 1')
  })
})
