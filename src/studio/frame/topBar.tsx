'use client'

import { useState } from 'react'
import { FindOrDo, type Findable } from './findOrDo'
import { Mark } from './mark'
import { signOut } from './signing'
import { useMay, usePlace } from '../ui/here'
import { Link } from '../ui/link'

interface Props {
  who: string
  workspace: string
  /** Whether they belong to others as well. */
  isOneOfSeveral: boolean
  forms: Findable[]
  hasBench: boolean
  undelivered: number
}

export function TopBar({ who, workspace, isOneOfSeveral, forms, hasBench, undelivered }: Props) {
  const path = usePlace()
  const [finding, setFinding] = useState(false)
  const seesPeople = useMay('people')
  const places = [
    { href: '/forms', title: 'Forms' },
    ...(seesPeople
      ? [
          { href: '/arrivals', title: 'Arrivals' },
          { href: '/people', title: 'People' },
          { href: '/outbox', title: 'Outbox', count: undelivered },
        ]
      : []),
    ...(hasBench && seesPeople ? [{ href: '/bench', title: 'Bench' }] : []),
    { href: '/settings', title: 'Settings' },
  ]
  return (
    <header className="flex min-h-10 flex-wrap items-center gap-x-5 gap-y-1 bg-ink px-4 text-onink max-[899px]:py-2">
      <Link href="/forms" className="flex items-center gap-1.5 text-[15px] font-semibold">
        <Mark className="text-[#b7c65a]" /> Lichen
      </Link>
      <nav aria-label="Places" className="flex flex-wrap gap-x-5 gap-y-1 max-[899px]:order-last max-[899px]:w-full">
        {places.map(({ href, title, count }) => {
          const on = path === href || path.startsWith(`${href}/`)
          return (
            <Link
              key={href}
              href={href}
              aria-current={on ? 'page' : undefined}
              className={on ? 'border-b-2 border-[#b7c65a] pb-0.5 text-white' : 'text-onink-soft hover:text-white'}
            >
              {title}
              {count ? (
                <span className="ml-1.5 rounded-sm bg-red px-1 text-[11px] text-white" title={`${count} given up`}>
                  {count}
                </span>
              ) : null}
            </Link>
          )
        })}
      </nav>
      <div className="ml-auto flex items-center gap-4 text-onink-soft">
        <button type="button" onClick={() => setFinding(true)} className="hover:text-white">
          <kbd className="mr-1.5 max-[899px]:hidden rounded-sm border border-[#596055] px-1.5 text-[11px]">Ctrl K</kbd>
          Find or do…
        </button>
        <span className="flex max-w-[34ch] min-w-0 gap-1.5 max-[899px]:hidden">
          {isOneOfSeveral ? (
            // Another workspace is another document: nothing of this one stays in it.
            <a href="/workspaces" className="truncate underline hover:text-white" title="Choose another workspace">
              <bdi>{workspace}</bdi>
            </a>
          ) : (
            <bdi className="truncate">{workspace}</bdi>
          )}
          <span aria-hidden>·</span>
          <Link href="/account" className="truncate underline-offset-2 hover:text-white hover:underline">
            <bdi>{who}</bdi>
          </Link>
        </span>
        <button type="button" className="hover:text-white" onClick={() => void signOut()}>
          Sign out
        </button>
      </div>
      <FindOrDo open={finding} onOpenChange={setFinding} places={places} forms={forms} />
    </header>
  )
}
