'use client'

import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { Mark } from './mark'

interface Account {
  email: string
  password: string
}

export function SignIn({ demo }: { demo: Account | null }) {
  const [wrong, setWrong] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)

  const enter = async (account: Account) => {
    setBusy(true)
    setWrong(null)
    const reason = await signIn(account)
    if (reason === null) location.assign('/forms')
    else {
      setWrong(reason)
      setBusy(false)
    }
  }

  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = new FormData(event.currentTarget)
    void enter({ email: String(entered.get('email')), password: String(entered.get('password')) })
  }

  return (
    <main className="mx-auto mt-[14vh] w-[340px]">
      <h1 className="mb-5 flex items-center gap-2 text-[22px]">
        <Mark className="text-moss" /> Lichen
      </h1>
      <form onSubmit={submit} className="space-y-3">
        <label className="block">
          <span className="mb-1 block font-semibold">Email</span>
          <input name="email" type="email" autoComplete="username" required className="box py-1.5" />
        </label>
        <label className="block">
          <span className="mb-1 block font-semibold">Password</span>
          <input name="password" type="password" autoComplete="current-password" required className="box py-1.5" />
        </label>
        <p role="alert" className="min-h-5 text-red">
          {wrong}
        </p>
        <Button look="main" type="submit" disabled={busy} className="w-full justify-center py-1.5">
          Sign in
        </Button>
      </form>
      {demo && (
        <div className="mt-6 border-t border-rule pt-4">
          <Button className="w-full justify-center py-1.5" disabled={busy} onClick={() => void enter(demo)}>
            Enter the demo as Ines
          </Button>
          <p className="mt-2 text-soft">Ines looks after the forms of Tarnfield Kilns, an invented company.</p>
        </div>
      )}
    </main>
  )
}

/** Signs in; gives the reason when that fails. */
async function signIn(account: Account): Promise<string | null> {
  try {
    const response = await fetch('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(account),
    })
    if (response.ok) return null
    if (response.status === 429) return 'Too many tries. Wait a minute, then sign in again.'
    if (response.status >= 500) return 'Lichen cannot reach its database. Try again in a moment.'
    return 'The email or the password is wrong.'
  } catch {
    return 'There is no connection to Lichen. Try again in a moment.'
  }
}
