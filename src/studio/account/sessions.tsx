'use client'

import Bowser from 'bowser'
import type { SessionRow } from '@/db/queries/account'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Moment } from '../ui/moment'
import { useRun } from '../ui/useRun'
import { endSessionsAction } from './actions'

/** Where somebody is signed in, and a way to end each. */
export function Sessions({ sessions, current }: { sessions: readonly SessionRow[]; current: string }) {
  const { busy, run } = useRun()
  const others = sessions.filter(({ id }) => id !== current)
  const end = (ids: string[]) => void run(() => endSessionsAction({ ids }))
  return (
    <section id="sessions">
      <h2 className="mb-1.5">Where you are signed in</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>Browser</th>
            <th>Since</th>
            <th>Last day seen</th>
            <th>
              <span className="sr-only">End it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {sessions.map(({ id, browser, startedAt, lastAt }) => (
            <tr key={id}>
              <td>
                {tellBrowser(browser)} {id === current && <Chip tone="moss">this one</Chip>}
              </td>
              <td className="whitespace-nowrap">
                <Moment at={startedAt} />
              </td>
              <td className="whitespace-nowrap">
                <Moment at={lastAt} />
              </td>
              <td className="text-right">
                {id !== current && (
                  <Button disabled={busy} aria-label={`End: ${tellBrowser(browser)}`} onClick={() => end([id])}>
                    End
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {others.length > 1 && (
        <Button className="mt-2" disabled={busy} onClick={() => end(others.map(({ id }) => id))}>
          End all but this one
        </Button>
      )}
    </section>
  )
}

/** A browser by what it called itself: “Firefox on Linux”. */
function tellBrowser(text: string | null): string {
  if (!text) return 'Some browser or program'
  const { browser, os } = Bowser.parse(text)
  return [browser.name || 'Some browser or program', os.name].filter(Boolean).join(' on ')
}
