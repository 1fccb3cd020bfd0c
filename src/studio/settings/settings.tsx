'use client'

import { useState } from 'react'
import type { Resources } from '@/core/examine/examine'
import type { PlannedTags } from '@/core/sources/tags'
import type { Shown } from '@/server/deeds/hosts'
import { Desks } from '../dispatch/desks'
import { Only, OnlyToRead } from '../ui/here'
import { Link } from '../ui/link'
import { Outside } from '../ui/outside'
import { AddResource } from './addResource'
import type { ConnectionRow } from './connection_actions'
import { Connections } from './connections'
import { Fields } from './fields'
import { Hosts } from './hosts'
import { Sites } from './sites'
import { PlannedTagsSettings } from './tags'
import { TimeZone } from './timeZone'
import { type TokenRow, Tokens } from './tokens'

interface Props {
  resources: Resources
  connections: ConnectionRow[]
  mailDomain: string
  timeZone: string
  timeZones: string[]
  api: string
  tokens: TokenRow[]
  tags: PlannedTags
  hosts: Shown
  /** Host of the installation. */
  ours: string
}

/** What every form of the workspace shares: desks, lists, contact fields, and access for programs. */
export function Settings({
  resources: start,
  connections,
  mailDomain,
  timeZone,
  timeZones,
  api,
  tokens,
  tags,
  hosts,
  ours,
}: Props) {
  const [resources, setResources] = useState(start)
  const keep = (_: string, next: Resources) => setResources(next)
  return (
    <main className="grid items-start gap-x-8 gap-y-6 px-4 py-3 min-[900px]:grid-cols-2">
      <div className="flex items-baseline gap-4 min-[900px]:col-span-2">
        <h1>Settings</h1>
        <Only may="own">
          <Link href="/settings/members" className="text-teal underline">
            Members: who may do what
          </Link>
        </Only>
        <Only may="people">
          <Link href="/settings/history" className="text-teal underline">
            History: who did what
          </Link>
        </Only>
      </div>
      <div className="min-w-0 space-y-6">
        <OnlyToRead unless="edit">
          <section id="desks">
            <h2 className="mb-1.5">
              Desks <span className="font-normal text-soft">— groups of people who are told about arrivals</span>
            </h2>
            <Desks desks={resources.desks} members={resources.members} onSaved={setResources} />
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
        </OnlyToRead>
        <OnlyToRead unless="own">
          <TimeZone zone={timeZone} zones={timeZones} />
        </OnlyToRead>
        <OnlyToRead unless="edit">
          <PlannedTagsSettings planned={tags} />
        </OnlyToRead>
        <Hosts hosts={hosts} ours={ours} />
        <Sites sites={resources.destinations.sites} onSaved={setResources} />
        <Connections connections={connections} />
        <p>
          Messages come from <span className="name">forms@{mailDomain}</span>, so that replies and filters know the
          sender.
        </p>
      </div>
      <div className="min-w-0 space-y-6">
        <Fields fields={resources.fields} onSaved={setResources} />

        <Only may="own">
          <Tokens api={api} tokens={tokens} />
        </Only>
      </div>
    </main>
  )
}
