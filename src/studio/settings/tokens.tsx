'use client'

import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { RIGHT_NAMES, type Right, RIGHTS } from '@/core/rights/right'
import { Button } from '../ui/button'
import { ForGood } from '../ui/forGood'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { toast } from '../ui/toast'
import { newTokenAction, withdrawTokenAction } from './actions'

export interface TokenRow {
  id: string
  name: string
  rights: Right[]
  lastUsedAt: Date | null
  withdrawnAt: Date | null
}

/** What most programs come for. */
const USUAL: readonly Right[] = ['read', 'people', 'answer']

/** Tokens that programs show, what each may do, and a way to make and to withdraw one. */
export function Tokens({ api, tokens }: { api: string; tokens: readonly TokenRow[] }) {
  const router = useRouter()
  const [token, setToken] = useState<string | null>(null)
  const [making, setMaking] = useState(false)
  const make = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = new FormData(event.currentTarget)
    const rights = RIGHT_NAMES.filter((right) => entered.has(right))
    const made = await newTokenAction({ title: String(entered.get('title')), rights }).catch(() => null)
    if (made?.ok) {
      setToken(made.value.token)
      setMaking(false)
    } else toast(made?.message ?? 'Lichen cannot be reached. Try again in a moment.')
    router.refresh()
  }
  return (
    <section id="programs">
      <h2 className="mb-1.5">Access for programs</h2>
      <p className="mb-2 text-soft">
        Bearer tokens for <span className="name">{api}</span>, described at{' '}
        <a className="name text-teal underline" href="/api/openapi.json">
          /api/openapi.json
        </a>
      </p>
      {tokens.map(({ id, name, rights, lastUsedAt, withdrawnAt }) => (
        <div key={id} className="flex min-h-8 items-center gap-2 border-b border-rule py-1">
          <span className="min-w-0">
            <span className={`wrap-anywhere ${withdrawnAt ? 'line-through' : ''}`}>
              <Outside>{name}</Outside>
            </span>{' '}
            <span className="text-soft">
              {withdrawnAt ? 'withdrawn ' : lastUsedAt ? 'last used ' : 'never used'}
              {(withdrawnAt ?? lastUsedAt) && <Moment at={withdrawnAt ?? lastUsedAt ?? ''} />}
            </span>
            <span className="block text-soft">
              {rights.length === RIGHT_NAMES.length
                ? 'may do everything'
                : `may ${rights.map((right) => RIGHTS[right]).join('; ') || 'do nothing'}`}
            </span>
          </span>
          {!withdrawnAt && (
            <span className="ml-auto shrink-0">
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
      {making ? (
        <form onSubmit={(event) => void make(event)} className="mt-2 space-y-1.5">
          <input
            name="title"
            autoFocus
            maxLength={80}
            required
            aria-label="What the token is for"
            placeholder="What it is for"
            className="box max-w-72"
          />
          <fieldset>
            <legend className="text-soft">Whoever shows it may</legend>
            {RIGHT_NAMES.map((right) => (
              <label key={right} className="flex items-baseline gap-1.5 py-0.5">
                <input type="checkbox" name={right} defaultChecked={USUAL.includes(right)} />
                {RIGHTS[right]}
              </label>
            ))}
          </fieldset>
          <Button type="submit">Make it</Button>{' '}
          <Button look="quiet" onClick={() => setMaking(false)}>
            Leave it
          </Button>
        </form>
      ) : (
        <Button className="mt-2" onClick={() => setMaking(true)}>
          Make a token…
        </Button>
      )}
      {token && (
        <p className="mt-2 rounded-md bg-teal-bg px-2.5 py-1.5">
          <span className="name break-all">{token}</span>
          <span className="block text-soft">Shown this once.</span>
        </p>
      )}
    </section>
  )
}
