'use client'

import { useState } from 'react'
import { Button } from '../ui/button'
import { tellClash } from './clashes'
import { useDraft } from './context'

/** Where two clash in one draft: both stand side by side, word beside word, and each is chosen. */
export function Conflict() {
  const save = useDraft((state) => state.save)
  const form = useDraft((state) => state.form)
  const resolve = useDraft((state) => state.resolve)
  const [ours, setOurs] = useState<ReadonlySet<string>>(new Set())
  if (save.is !== 'conflict') return null
  const { by, clashes } = save
  const settle = (keys: ReadonlySet<string>) => {
    setOurs(new Set())
    resolve((key) => (keys.has(key) ? 'ours' : 'theirs'))
  }
  const choose = (key: string, mine: boolean) => {
    const next = new Set(ours)
    if (mine) next.add(key)
    else next.delete(key)
    setOurs(next)
  }
  return (
    <div role="alert" className="mx-4 my-2 rounded-md bg-red-bg px-3 py-2">
      <p className="text-red">
        {by} saved another draft of this form while you were editing.{' '}
        {clashes.length > 0
          ? `Everything else is kept of both; ${clashes.length === 1 ? 'this clashes' : `these ${clashes.length} clash`}:`
          : 'The two do not go together.'}
      </p>
      {clashes.length > 0 ? (
        <>
          <table className="sheet my-1.5">
            <thead>
              <tr>
                <th>Where</th>
                <th>Saved meanwhile</th>
                <th>Yours</th>
              </tr>
            </thead>
            <tbody>
              {clashes.map((clash) => {
                const told = tellClash(form, clash)
                return (
                  <tr key={clash.key}>
                    <td className="wrap-anywhere">{told.where}</td>
                    {([false, true] as const).map((mine) => (
                      <td key={String(mine)}>
                        <label className="flex items-baseline gap-1.5">
                          <input
                            type="radio"
                            name={clash.key}
                            className="accent-moss"
                            checked={ours.has(clash.key) === mine}
                            onChange={() => choose(clash.key, mine)}
                          />
                          <bdi className="line-clamp-4 wrap-anywhere">{mine ? told.ours : told.theirs}</bdi>
                        </label>
                      </td>
                    ))}
                  </tr>
                )
              })}
            </tbody>
          </table>
          <Button onClick={() => settle(ours)}>Keep what is chosen</Button>
        </>
      ) : (
        <span className="mt-1 flex gap-2">
          <Button onClick={() => resolve(() => 'theirs')}>Take theirs</Button>
          <Button onClick={() => resolve(() => 'ours')}>Save mine over it</Button>
        </span>
      )}
      <span className="ml-3 text-soft">Either can be undone.</span>
    </div>
  )
}
