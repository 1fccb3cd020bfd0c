'use client'

import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { useRun } from '../ui/useRun'
import { dropPasskeyAction } from './actions'
import { useCanUseKeys } from '../ui/useCanUseKeys'
import { addPasskey } from './signing'

export interface Passkey {
  id: string
  name: string | null
  createdAt: Date
}

/** Keys that sign in by themselves: a password and a second factor in one. */
export function Passkeys({ passkeys }: { passkeys: readonly Passkey[] }) {
  const canUse = useCanUseKeys()
  const router = useRouter()
  const { busy, run } = useRun()
  const [making, setMaking] = useState(false)
  const [wrong, setWrong] = useState<string | null>(null)
  const add = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const form = event.currentTarget
    setMaking(true)
    setWrong(null)
    const made = await addPasskey(String(new FormData(form).get('name')).trim())
    setMaking(false)
    if (!made.ok) return setWrong(made.message)
    form.reset()
    router.refresh()
  }
  return (
    <section id="passkeys">
      <h2 className="mb-1.5">
        Passkeys <span className="font-normal text-soft">— sign in without a password</span>
      </h2>
      {passkeys.length === 0 && (
        <p className="mb-2 text-soft">None yet. A telephone, a computer or a key on your ring can keep one.</p>
      )}
      {passkeys.map(({ id, name, createdAt }) => (
        <div key={id} className="flex min-h-8 items-center gap-2 border-b border-rule py-1">
          <span className="min-w-0 wrap-anywhere">
            <Outside>{name || 'A key'}</Outside>
          </span>
          <span className="text-soft">
            since <Moment at={createdAt} />
          </span>
          <Button
            className="ml-auto"
            disabled={busy}
            aria-label={`Remove ${name || 'a key'}`}
            onClick={() => void run(() => dropPasskeyAction({ id }))}
          >
            Remove
          </Button>
        </div>
      ))}
      {canUse ? (
        <form onSubmit={(event) => void add(event)} className="mt-2 flex gap-2">
          <input
            name="name"
            required
            maxLength={80}
            aria-label="What the new key is called"
            placeholder="My telephone"
            className="box max-w-56"
          />
          <Button type="submit" disabled={making}>
            Add a passkey
          </Button>
        </form>
      ) : (
        <p className="mt-2 text-soft">
          Passkeys belong to a name, and this address is a number. Open Lichen by its name to add one.
        </p>
      )}
      {wrong && (
        <p role="alert" className="mt-1 text-red">
          {wrong}
        </p>
      )}
    </section>
  )
}
