'use client'

import { type FormEvent, useState } from 'react'
import type { BenchState } from '@/server/bench'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { Moment } from '../ui/moment'
import { BenchPanel } from './panel'

type How = BenchState['switches']['hook']

interface Props {
  events: BenchState['events']
  /** Where a webhook of this workspace is to post. */
  catcher: string
  count: number
  how: How
  onTurn: (how: How) => void
  /** Checks signatures with this secret from now on; says what is wrong with it. */
  onTrust: (secret: string) => Promise<string | null>
}

const WAYS = [
  ['works', 'takes every event'],
  ['fails', 'is overloaded (503)'],
  ['hangs', 'does not answer'],
] as const

/** The catcher of webhooks: every event it was posted, and whether its signature holds. */
export function Catcher({ events, catcher, count, how, onTurn, onTrust }: Props) {
  const [said, setSaid] = useState<{ wrong: boolean; text: string } | null>(null)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    const secret = new FormData(form).get('secret')
    const wrong = await onTrust(typeof secret === 'string' ? secret : '')
    setSaid(wrong === null ? { wrong: false, text: 'Signatures are checked with it.' } : { wrong: true, text: wrong })
    if (wrong === null) form.reset()
  }
  return (
    <BenchPanel
      title="Webhook catcher"
      count={count}
      what="events"
      label="The catcher"
      ways={WAYS}
      how={how}
      onTurn={onTurn}
    >
      <p className="text-soft">
        It listens at <span className="name break-all">{catcher}</span>
      </p>
      <form onSubmit={(event) => void submit(event)} className="my-1.5 flex items-center gap-1.5">
        <input
          name="secret"
          type="password"
          autoComplete="off"
          required
          aria-label="Signing secret it checks with"
          placeholder="Signing secret it checks with…"
          className="box name"
        />
        <Button type="submit">Check with it</Button>
        {said && (
          <span role={said.wrong ? 'alert' : 'status'} className={said.wrong ? 'text-red' : 'text-moss'}>
            {said.text}
          </span>
        )}
      </form>
      {events.length === 0 && <Empty title="No events">Connect a webhook in Settings to the address above.</Empty>}
      {events.map(({ id, body, signed, wrong, receivedAt, copies }) => (
        <details key={id} className="border-b border-rule py-1">
          <summary>
            <b className="font-semibold">{typeOf(body)}</b>{' '}
            <span className="text-soft">
              <Moment at={receivedAt} />
            </span>{' '}
            <Chip tone={signed === null ? 'plain' : signed ? 'moss' : 'red'}>
              {signed === null ? 'signature not checked' : signed ? 'signature holds' : (wrong ?? 'signature is wrong')}
            </Chip>{' '}
            {copies > 1 && <Chip tone="amber">{copies} copies</Chip>}
          </summary>
          <pre className="my-1.5 max-h-72 overflow-auto rounded-md border border-rule bg-white px-2 py-1.5 whitespace-pre-wrap">
            {inLines(body)}
          </pre>
        </details>
      ))}
    </BenchPanel>
  )
}

function read(body: string): unknown {
  try {
    return JSON.parse(body)
  } catch {
    return null
  }
}

const typeOf = (body: string): string => String((read(body) as { type?: unknown } | null)?.type ?? 'not an event')

const inLines = (body: string): string => {
  const value = read(body)
  return value === null ? body : JSON.stringify(value, null, 2)
}
