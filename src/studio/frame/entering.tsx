'use client'

import { type FormEvent, type ReactNode, useId, useState } from 'react'
import { Button } from '../ui/button'
import { Link } from '../ui/link'
import { Mark } from './mark'
import { enter, signIn } from './signing'

/** A page that somebody who is not signed in meets. */
export const Frame = ({ title, wide = false, children }: { title: string; wide?: boolean; children: ReactNode }) => (
  <main className={`mx-auto my-[8vh] px-4 ${wide ? 'max-w-[640px]' : 'max-w-[372px]'}`}>
    <h1 className="mb-4 flex items-center gap-2 text-[22px]">
      <Mark className="text-moss" /> {title}
    </h1>
    {children}
  </main>
)

/** Sends a form of this page; then signs in with what was chosen in it, where it chose a password. */
export function useEntering(what: (entered: FormData) => object, then: string) {
  const [wrong, setWrong] = useState<{ field: string; message: string } | null>(null)
  const [busy, setBusy] = useState(false)
  const [done, setDone] = useState(false)
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const entered = new FormData(event.currentTarget)
    setBusy(true)
    setWrong(null)
    const result = await enter(what(entered))
    setBusy(false)
    if (!result.ok) return setWrong(result)
    const password = entered.get('password')
    if (typeof password !== 'string' || result.isKnown) return setDone(true)
    const came = await signIn({ email: result.email, password })
    if (came.is === 'wrong') setWrong({ field: '', message: came.reason })
    else location.assign(came.is === 'in' ? then : '/sign-in?code')
  }
  return { wrong, busy, done, onSubmit: (event: FormEvent<HTMLFormElement>) => void submit(event) }
}

/** What was entered under a name. */
export const text = (entered: FormData, name: string): string => String(entered.get(name) ?? '')

interface FieldProps {
  label: string
  name: string
  wrong: { field: string; message: string } | null
  hint?: string
  type?: 'text' | 'email' | 'password'
  autoComplete?: string
  value?: string
  onChange?: (value: string) => void
  /** Whether it stays what it is. */
  isFixed?: boolean
  children?: ReactNode
}

/** A line of such a page, with what is wrong with it. */
export function Field({
  label,
  name,
  wrong,
  hint,
  type = 'text',
  autoComplete,
  value,
  onChange,
  isFixed = false,
  children,
}: FieldProps) {
  const id = useId()
  const isWrong = wrong?.field === name
  const told = { 'aria-invalid': isWrong || undefined, 'aria-describedby': isWrong || hint ? `${id}-told` : undefined }
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-semibold">
        {label}
      </label>
      {children ? (
        <select
          id={id}
          name={name}
          className="box py-1.5"
          value={value}
          onChange={(event) => onChange?.(event.target.value)}
          {...told}
        >
          {children}
        </select>
      ) : (
        <input
          id={id}
          name={name}
          type={type}
          autoComplete={autoComplete}
          required
          minLength={type === 'password' ? 10 : undefined}
          className="box py-1.5"
          readOnly={isFixed}
          {...(onChange ? { value, onChange: (event) => onChange(event.target.value) } : { defaultValue: value })}
          {...told}
        />
      )}
      {(isWrong || hint) && (
        <p
          id={`${id}-told`}
          role={isWrong ? 'alert' : undefined}
          className={`mt-0.5 ${isWrong ? 'text-red' : 'text-soft'}`}
        >
          {isWrong ? wrong.message : hint}
        </p>
      )}
    </div>
  )
}

/** What is wrong with none of the fields in particular. */
export const Elsewhere = ({ wrong, fields }: { wrong: FieldProps['wrong']; fields: readonly string[] }) =>
  wrong && !fields.includes(wrong.field) ? (
    <p role="alert" className="text-red">
      {wrong.message}
    </p>
  ) : null

interface AskProps {
  title: string
  /** What is asked for. */
  what: 'forgot' | 'ask to open'
  button: string
  /** What is said once it was. */
  asked: string
}

/** Asks for a mail with an address that works once. */
export function AskByMail({ title, what, button, asked }: AskProps) {
  const { wrong, busy, done, onSubmit } = useEntering((entered) => ({ do: what, email: text(entered, 'email') }), '/')
  return (
    <Frame title={title}>
      {done ? (
        <p role="status">{asked}</p>
      ) : (
        <form onSubmit={onSubmit} className="space-y-3">
          <Field label="Email" name="email" type="email" wrong={wrong} autoComplete="username" />
          <Elsewhere wrong={wrong} fields={['email']} />
          <Button look="main" type="submit" disabled={busy} className="w-full justify-center py-1.5">
            {button}
          </Button>
        </form>
      )}
      <p className="mt-4">
        <Link href="/sign-in" className="text-teal underline">
          Sign in
        </Link>
      </p>
    </Frame>
  )
}
