'use client'

import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { Mark } from './mark'
import { signIn } from './signing'
import { Link } from '../ui/link'

interface Account {
  email: string
  password: string
}

export function SignIn({ isNew, demo }: { isNew: boolean; demo: Account | null }) {
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
      {isNew && (
        <p className="mb-4 rounded-md bg-teal-bg px-3 py-2">
          Nobody can sign in here yet. The address that opens the first workspace was told where this Lichen was
          started; <span className="name">npm run owner</span> tells another.
        </p>
      )}
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
      <p className="mt-3">
        <Link href="/forgot" className="text-teal underline">
          Forgotten the password
        </Link>
      </p>
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
