'use client'

import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { Mark } from './mark'
import { showCode, signIn, signInByKey } from './signing'
import { Link } from '../ui/link'
import { useCanUseKeys } from '../ui/useCanUseKeys'

interface Account {
  email: string
  password: string
}

interface Props {
  isNew: boolean
  demo: Account | null
  /** Whether strangers may open a workspace of their own. */
  isOpen: boolean
  /** Whether a password was shown already, and a code is asked for. */
  awaitsCode: boolean
}

export function SignIn({ isNew, demo, isOpen, awaitsCode }: Props) {
  const [wrong, setWrong] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const [asksCode, setAsksCode] = useState(awaitsCode)
  const canUseKeys = useCanUseKeys()

  const enter = async (attempt: () => ReturnType<typeof signIn>) => {
    setBusy(true)
    setWrong(null)
    const came = await attempt()
    if (came.is === 'in') return location.assign('/forms')
    setBusy(false)
    if (came.is === 'wrong') setWrong(came.reason)
    else setAsksCode(true)
  }

  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = new FormData(event.currentTarget)
    const text = (name: string) => String(entered.get(name) ?? '')
    void enter(() => (asksCode ? showCode(text('code')) : signIn({ email: text('email'), password: text('password') })))
  }

  return (
    <main className="mx-auto mt-[14vh] w-[min(340px,calc(100vw-32px))]">
      <h1 className="mb-5 flex items-center gap-2 text-[22px]">
        <Mark className="text-moss" /> Lichen
      </h1>
      {isNew && (
        <p className="mb-4 rounded-md bg-teal-bg px-3 py-2">
          Nobody can sign in here yet. The address that opens the first workspace was told where this Lichen was
          started; <span className="name">npm run owner</span> tells another.
        </p>
      )}
      <form onSubmit={submit} className="space-y-3">
        {asksCode ? (
          <label className="block">
            <span className="mb-1 block font-semibold">Code</span>
            <input
              key="code"
              name="code"
              autoFocus
              autoComplete="one-time-code"
              required
              maxLength={40}
              aria-describedby="about-code"
              className="box py-1.5"
            />
            <span id="about-code" className="mt-0.5 block text-soft">
              The six figures that your telephone shows, or a recovery code
            </span>
          </label>
        ) : (
          <>
            <label className="block">
              <span className="mb-1 block font-semibold">Email</span>
              <input name="email" type="email" autoComplete="username" required className="box py-1.5" />
            </label>
            <label className="block">
              <span className="mb-1 block font-semibold">Password</span>
              <input name="password" type="password" autoComplete="current-password" required className="box py-1.5" />
            </label>
          </>
        )}
        <p role="alert" className="min-h-5 text-red">
          {wrong}
        </p>
        <Button look="main" type="submit" disabled={busy} className="w-full justify-center py-1.5">
          Sign in
        </Button>
      </form>
      {canUseKeys && !asksCode && (
        <Button className="mt-3 w-full justify-center py-1.5" disabled={busy} onClick={() => void enter(signInByKey)}>
          Sign in with a passkey
        </Button>
      )}
      <p className="mt-3 flex flex-wrap justify-between gap-2">
        <Link href="/forgot" className="text-teal underline">
          Forgotten the password
        </Link>
        {isOpen && (
          <Link href="/sign-up" className="text-teal underline">
            Open a workspace
          </Link>
        )}
      </p>
      {demo && (
        <div className="mt-6 border-t border-rule pt-4">
          <Button
            className="w-full justify-center py-1.5"
            disabled={busy}
            onClick={() => void enter(() => signIn(demo))}
          >
            Enter the demo as Ines
          </Button>
          <p className="mt-2 text-soft">Ines looks after the forms of Tarnfield Kilns, an invented company.</p>
        </div>
      )}
    </main>
  )
}
