'use client'

import { useRouter } from 'next/navigation'
import { useEffect } from 'react'
import type { BenchState } from '@/server/bench'
import { Chip } from '../ui/chip'
import { Empty } from '../ui/empty'
import { ChoiceField } from '../ui/field'
import { SearchBox } from '../ui/listFrame'
import { figure, moment, stored } from '../ui/show'
import { turnAction } from './actions'

/** The simulated outside: what the mailbox and the CRM were sent, and switches that make them fail. */
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
  const { messages, contacts, counts, switches } = state
  return (
    <main className="px-4 py-3">
      <div className="mb-3 flex items-center gap-3">
        <h1>Bench</h1>
        <SearchBox label="One address" />
        <span className="text-soft">The outside, simulated: nothing here leaves this machine.</span>
      </div>
      <div className="grid grid-cols-2 gap-6">
        <section>
          <div className="mb-1.5 flex items-center gap-2">
            <h2>Mailbox</h2>
            <span className="text-soft">{figure(counts.mailbox)} mails</span>
            <ChoiceField
              hideLabel
              label="The mail server"
              className="ml-auto max-w-44"
              value={switches.mail}
              options={[
                ['works', 'takes every mail'],
                ['refuses', 'refuses every mail'],
                ['hangs', 'does not answer'],
              ]}
              onCommit={(mail) => turn({ mail: mail as BenchState['switches']['mail'] })}
            />
          </div>
          {messages.length === 0 && (
            <Empty title="No mail">Send a form, and look again{address && ', or clear the box'}.</Empty>
          )}
          {messages.map((message) => (
            <details key={message.id} className="border-b border-rule py-1">
              <summary>
                <b className="font-semibold">{message.subject}</b>{' '}
                <span className="text-soft">
                  to {message.to.join(', ')} · {message.date && moment(message.date)}
                </span>{' '}
                {message.copies > 1 && <Chip tone="amber">{message.copies} copies</Chip>}
              </summary>
              <div className="my-1.5 rounded-md border border-rule bg-white px-3 py-2">
                <p className="text-soft">
                  From {message.from}
                  {message.replyTo && ` · reply to ${message.replyTo}`} · arrived {moment(message.receivedAt)}
                </p>
                <pre className="mt-1.5 font-sans whitespace-pre-wrap">{message.text}</pre>
              </div>
            </details>
          ))}
        </section>
        <section>
          <div className="mb-1.5 flex items-center gap-2">
            <h2>CRM</h2>
            <span className="text-soft">{figure(counts.crm)} contacts</span>
            <ChoiceField
              hideLabel
              label="The CRM"
              className="ml-auto max-w-52"
              value={switches.crm}
              options={[
                ['works', 'takes every contact'],
                ['fails', 'is overloaded (503)'],
                ['errs', 'fails (500)'],
                ['hangs', 'does not answer'],
              ]}
              onCommit={(crm) => turn({ crm: crm as BenchState['switches']['crm'] })}
            />
          </div>
          {contacts.length === 0 && <Empty title="No contacts">They come as submissions are applied.</Empty>}
          {contacts.map((contact) => (
            <details key={contact.email} className="border-b border-rule py-1">
              <summary>
                <b className="font-semibold">{contact.email}</b>{' '}
                <span className="text-soft">
                  revision {contact.revision} · written {contact.writes} × · {moment(contact.updatedAt)}
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
        </section>
      </div>
    </main>
  )
}
