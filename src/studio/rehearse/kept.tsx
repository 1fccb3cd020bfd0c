'use client'

import { type FormEvent, useState } from 'react'
import type { Answers } from '@/core/answers/answer'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { toast } from '../ui/toast'
import { dropRehearsalAction, keepRehearsalAction } from './actions'
import { RunOutcome } from './outcome'
import { useRuns } from './useRuns'
import { quoted } from '../ui/outside'
import { Only } from '../ui/here'

/** Answers that are kept with the form, and who sends them. */
export interface Kept {
  id: string
  title: string
  values: Answers
  contact: string | null
  /** Whether the contact is known by a browser that remembers them, and not by a personal link. */
  remembered: boolean
  contactEmail: string | null
  /** Name of the test values it is sent as. */
  tried: string | null
}

const AWAY = 'Lichen cannot be reached. Try again in a moment.'

/** What is kept with the form. What is done to it shows at once, and is taken back where it could not be. */
export function useKept(start: readonly Kept[]) {
  const slug = useDraft((state) => state.facts.slug)
  const [kept, setKept] = useState<readonly Kept[]>(start)
  /** How often what is kept has changed in the database. */
  const [version, setVersion] = useState(0)
  const attempt = async (next: readonly Kept[], act: () => Promise<{ ok: boolean; message?: string }>) => {
    setKept(next)
    const result = await act().catch(() => ({ ok: false, message: AWAY }))
    if (result.ok) {
      setVersion((before) => before + 1)
      return true
    }
    setKept(kept)
    toast(result.message ?? AWAY)
    return false
  }
  const keep = (one: Kept, all = kept) => {
    const { id, title, values, contact, tried } = one
    return attempt([...all, one], () => keepRehearsalAction({ slug, id, title, values, contact, tried }))
  }
  const drop = async (one: Kept) => {
    const rest = kept.filter(({ id }) => id !== one.id)
    if (await attempt(rest, () => dropRehearsalAction({ id: one.id })))
      toast(`Removed ${quoted(one.title)}`, { action: { label: 'Undo', onClick: () => void keep(one, rest) } })
  }
  return { kept, version, keep, drop }
}

/** Keeps the answers on the screen, under a name. */
export function KeepThese({ suggested, onKeep }: { suggested: string; onKeep: (title: string) => Promise<boolean> }) {
  const [title, setTitle] = useState('')
  const submit = async (event: FormEvent) => {
    event.preventDefault()
    const given = title.trim() || suggested
    setTitle('')
    if (!(await onKeep(given))) setTitle(given)
  }
  return (
    <form className="mt-3 flex gap-1.5" onSubmit={(event) => void submit(event)}>
      <input
        className="box"
        aria-label="Name to keep these answers under"
        placeholder={suggested}
        maxLength={200}
        value={title}
        onChange={(event) => setTitle(event.target.value)}
      />
      <Button type="submit">Keep these answers</Button>
    </form>
  )
}

interface Props {
  kept: readonly Kept[]
  version: number
  onOpen: (one: Kept) => void
  onDrop: (one: Kept) => void
}

/** Every kept rehearsal with what comes of it now. */
export function KeptRehearsals({ kept, version, onOpen, onDrop }: Props) {
  const live = useDraft((state) => state.facts.live)
  const runs = useRuns(version)
  return (
    <section aria-label="Kept rehearsals" className="mt-6">
      <h2 className="mb-1.5">
        Kept rehearsals{' '}
        <span className="font-normal text-soft">
          — {live ? `run through this draft and through release ${live.number}` : 'run through this draft'}
        </span>
      </h2>
      {kept.length === 0 && (
        <p className="text-soft">
          None yet. Keep answers that must go right, such as a big order or somebody who is known: they run again before
          each release.
        </p>
      )}
      {runs.are === 'away' && kept.length > 0 && (
        <p className="text-red">They could not be run. Put the draft’s faults right first, or try again.</p>
      )}
      {kept.length > 0 && (
        <table className="sheet">
          <thead>
            <tr>
              <th className="w-[34%]">Rehearsal</th>
              <th>What comes of it</th>
              <th className="w-[1%]">
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {kept.map((one) => {
              const run = runs.are === 'run' ? runs.runs.find(({ id }) => id === one.id) : undefined
              return (
                <tr key={one.id}>
                  <td className="align-top">
                    <button type="button" className="text-left underline" onClick={() => onOpen(one)}>
                      {one.title}
                    </button>
                  </td>
                  <td>{run ? <RunOutcome run={run} live={live?.number ?? null} /> : <span aria-hidden>…</span>}</td>
                  <td className="align-top">
                    <Only may="edit">
                      <Button look="quiet" aria-label={`Remove “${one.title}”`} onClick={() => onDrop(one)}>
                        Remove
                      </Button>
                    </Only>
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      )}
    </section>
  )
}
