'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import type { Resources } from '@/core/examine/examine'
import { Desks } from '../dispatch/desks'
import { Button } from '../ui/button'
import { ForGood } from '../ui/forGood'
import { toast } from '../ui/toast'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { AddResource } from './addResource'
import type { ConnectionRow } from './connection_actions'
import { Connections } from './connections'
import { Fields } from './fields'
import { Sites } from './sites'
import { TimeZone } from './timeZone'
import { newTokenAction, withdrawTokenAction } from './actions'

interface Props {
  resources: Resources
  connections: ConnectionRow[]
  mailDomain: string
  timeZone: string
  timeZones: string[]
  api: string
  tokens: { id: string; name: string; lastUsedAt: Date | null; withdrawnAt: Date | null }[]
}

/** What every form of the workspace shares: desks, lists, contact fields, and access for programs. */
export function Settings({ resources: start, connections, mailDomain, timeZone, timeZones, api, tokens }: Props) {
  const router = useRouter()
  const [resources, setResources] = useState(start)
  const [token, setToken] = useState<string | null>(null)
  const keep = (_: string, next: Resources) => setResources(next)
  return (
    <main className="grid items-start gap-x-8 gap-y-6 px-4 py-3 min-[900px]:grid-cols-2">
      <div className="flex items-baseline gap-4 min-[900px]:col-span-2">
        <h1>Settings</h1>
        <Link href="/settings/history" className="text-teal underline">
          History: who did what
        </Link>
      </div>
      <div className="min-w-0 space-y-6">
        <section id="desks">
          <h2 className="mb-1.5">
            Desks <span className="font-normal text-soft">— groups of people who are told about arrivals</span>
          </h2>
          <Desks desks={resources.desks} onSaved={setResources} />
        </section>
        <section id="lists">
          <h2 className="mb-1.5">Mailing lists</h2>
          {resources.lists.map(({ name, title }) => (
            <p key={name} className="border-b border-rule py-1">
              <Outside>{title}</Outside> <span className="name wrap-anywhere text-soft">{name}</span>
            </p>
          ))}
          <AddResource what="list" onAdded={keep} />
        </section>
        <TimeZone zone={timeZone} zones={timeZones} />
        <Sites sites={resources.destinations.sites} onSaved={setResources} />
        <Connections connections={connections} />
        <p>
          Messages come from <span className="name">forms@{mailDomain}</span>, so that replies and filters know the
          sender.
        </p>
      </div>
      <div className="min-w-0 space-y-6">
        <Fields fields={resources.fields} onSaved={setResources} />
        <section id="programs">
          <h2 className="mb-1.5">Access for programs</h2>
          <p className="mb-2 text-soft">
            Bearer tokens for <span className="name">{api}</span>, described at{' '}
            <a className="name text-teal underline" href="/api/openapi.json">
              /api/openapi.json
            </a>
          </p>
          {tokens.map(({ id, name, lastUsedAt, withdrawnAt }) => (
            <div key={id} className="flex min-h-8 items-center gap-2 border-b border-rule py-1">
              <span className={withdrawnAt ? 'line-through' : ''}>
                <Outside>{name}</Outside>
              </span>
              <span className="text-soft">
                {withdrawnAt ? 'withdrawn ' : lastUsedAt ? 'last used ' : 'never used'}
                {(withdrawnAt ?? lastUsedAt) && <Moment at={withdrawnAt ?? lastUsedAt ?? ''} />}
              </span>
              {!withdrawnAt && (
                <span className="ml-auto">
                  <ForGood
                    label="Withdraw"
                    what={`the token ${name}`}
                    action={() => withdrawTokenAction({ id })}
                    done="The token is withdrawn"
                  />
                </span>
              )}
            </div>
          ))}
          <Button
            className="mt-2"
            onClick={() =>
              void newTokenAction({ title: 'Token' }).then((made) => {
                if (made.ok) setToken(made.value.token)
                else toast(made.message)
                router.refresh()
              })
            }
          >
            Make a token
          </Button>
          {token && (
            <p className="mt-2 rounded-md bg-teal-bg px-2.5 py-1.5">
              <span className="name break-all">{token}</span>
              <span className="block text-soft">Shown this once.</span>
            </p>
          )}
        </section>
      </div>
    </main>
  )
}
