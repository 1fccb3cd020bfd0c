'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import type { BenchState } from '@/server/bench'
import { ENGLISH } from '@/core/language/languages'
import { tellBytes } from '@/core/language/bytes'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { SearchBox } from '../ui/list_frame'
import { Moment } from '../ui/moment'
import { stored } from '../ui/show'
import { trustAction, turnAction } from './actions'
import { Catcher } from './catcher'
import { NameServer } from './names'
import { BenchPanel } from './panel'

const MAIL = [
  ['works', 'takes every mail'],
  ['refuses', 'refuses every mail'],
  ['hangs', 'does not answer'],
] as const

const CRM = [
  ['works', 'takes every contact'],
  ['fails', 'is overloaded (503)'],
  ['errs', 'fails (500)'],
  ['hangs', 'does not answer'],
] as const

/** The simulated outside: what the mailbox, the CRM and the catcher of webhooks were sent, and switches that make them fail. */
export function Bench({ state, address }: { state: BenchState | null; address: string }) {
  const router = useRouter()
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), 3000)
    return () => clearInterval(timer)
  }, [router])
  if (!state)
    return (
      <main className="px-4 py-3">
        <h1>Bench</h1>
        <Empty title="The Bench does not answer">Start it, or look at its log; this page looks again by itself.</Empty>
      </main>
    )
  const turn = (switches: Partial<BenchState['switches']>) => void turnAction(switches).then(() => router.refresh())
  const { messages, contacts, events, counts, switches, catcher } = state
  return (
    <main className="px-4 py-3">
      <div className="mb-3 flex items-center gap-3">
        <h1>Bench</h1>
        <SearchBox label="One address" />
        <span className="text-soft">The outside, simulated: nothing here leaves this machine.</span>
      </div>
      <NameServer names={state.names} />
      <div className="grid grid-cols-1 gap-6 *:min-w-0 lg:grid-cols-3">
        <BenchPanel
          title="Mailbox"
          count={counts.mailbox}
          what="mails"
          label="The mail server"
          ways={MAIL}
          how={switches.mail}
          onTurn={(mail) => turn({ mail })}
        >
          {messages.length === 0 && (
            <Empty title="No mail">Send a form, and look again{address && ', or clear the box'}.</Empty>
          )}
          {messages.map((message) => (
            <details key={message.id} className="border-b border-rule py-1">
              <summary>
                <b className="font-semibold">{message.subject}</b>{' '}
                <span className="text-soft">
                  to {message.to.join(', ')} · {message.date && <Moment at={message.date} />}
                </span>{' '}
                {message.copies > 1 && <Chip tone="amber">{message.copies} copies</Chip>}
              </summary>
              <div className="my-1.5 rounded-md border border-rule bg-white px-3 py-2">
                <p className="text-soft">
                  From {message.from}
                  {message.replyTo && ` · reply to ${message.replyTo}`} · arrived <Moment at={message.receivedAt} />
                </p>
                <pre className="mt-1.5 font-sans whitespace-pre-wrap">{message.text}</pre>
                {message.files?.map(({ name, bytes }) => (
                  <p key={name} className="mt-1.5 text-soft">
                    With it: {name}, {tellBytes(ENGLISH, bytes)}
                  </p>
                ))}
              </div>
            </details>
          ))}
        </BenchPanel>
        <BenchPanel
          title="CRM"
          count={counts.crm}
          what="contacts"
          label="The CRM"
          ways={CRM}
          how={switches.crm}
          onTurn={(crm) => turn({ crm })}
        >
          {contacts.length === 0 && <Empty title="No contacts">They come as submissions are applied.</Empty>}
          {contacts.map((contact) => (
            <details key={contact.email} className="border-b border-rule py-1">
              <summary>
                <b className="font-semibold">{contact.email}</b>{' '}
                <span className="text-soft">
                  revision {contact.revision} · written {contact.writes} × · <Moment at={contact.updatedAt} />
                </span>
              </summary>
              <table className="sheet my-1.5">
                <tbody>
                  {Object.entries(contact.fields).map(([name, value]) => (
                    <tr key={name}>
                      <td className="name w-40">{name}</td>
                      <td>{stored(value)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </details>
          ))}
        </BenchPanel>
        <Catcher
          {...{ events, catcher, count: counts.hooks, how: switches.hook }}
          onTurn={(hook) => turn({ hook })}
          onTrust={async (secret) => {
            const wrong = await trustAction(secret)
            router.refresh()
            return wrong
          }}
        />
      </div>
    </main>
  )
}
