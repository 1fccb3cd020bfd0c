'use client'

import { useEffect, useState } from 'react'
import { Button } from '../ui/button'
import { Link } from '../ui/link'
import { AskByMail, Elsewhere, Field, Frame, text, useEntering } from './entering'

const OPENING = ['workspace', 'timeZone', 'mailDomain', 'name', 'email', 'password', 'desk', 'deskAddress']

/** The first screen of a new workspace: what it is called, its zone, its desk, its sender, and who owns it. */
export function OpenWorkspace({
  token,
  email: given,
  timeZones,
}: {
  token: string
  email: string
  timeZones: string[]
}) {
  const [email, setEmail] = useState(given)
  const [zone, setZone] = useState('UTC')
  const [domain, setDomain] = useState<string | null>(null)
  const [deskAddress, setDeskAddress] = useState<string | null>(null)
  // The zone this browser is in is the likeliest, where the server knows it.
  useEffect(() => {
    const here = new Intl.DateTimeFormat().resolvedOptions().timeZone
    if (timeZones.includes(here)) setZone(here)
  }, [timeZones])
  const { wrong, busy, onSubmit } = useEntering(
    (entered) => ({
      do: 'open workspace',
      token: decodeURIComponent(token),
      ...Object.fromEntries(OPENING.map((name) => [name, text(entered, name)])),
    }),
    '/forms/begin',
  )
  return (
    <Frame title="Open your workspace" wide>
      <p className="mb-4 text-soft">It holds your forms, the people who answer them, and who is told.</p>
      <form onSubmit={onSubmit} className="grid gap-x-6 gap-y-3 min-[640px]:grid-cols-2">
        <Field
          label="Workspace"
          name="workspace"
          wrong={wrong}
          hint="Your firm, as people know it"
          autoComplete="organization"
        />
        <Field
          label="Time zone"
          name="timeZone"
          wrong={wrong}
          hint="Days and hours are told in it"
          value={zone}
          onChange={setZone}
        >
          {[...new Set(['UTC', ...timeZones])].map((one) => (
            <option key={one} value={one}>
              {one}
            </option>
          ))}
        </Field>
        <Field label="Your name" name="name" wrong={wrong} autoComplete="name" />
        <Field
          label="Your email"
          name="email"
          type="email"
          wrong={wrong}
          autoComplete="username"
          hint={given ? 'The address this was given for' : undefined}
          isFixed={given !== ''}
          value={email}
          onChange={setEmail}
        />
        <Field
          label="Password"
          name="password"
          type="password"
          wrong={wrong}
          hint="At least 10 characters"
          autoComplete="new-password"
        />
        <Field
          label="Mail comes from"
          name="mailDomain"
          wrong={wrong}
          hint="A domain your mail server may send for: mail comes from forms@ it"
          value={domain ?? email.split('@')[1] ?? ''}
          onChange={setDomain}
        />
        <Field
          label="First desk"
          name="desk"
          wrong={wrong}
          hint="A group of people who are told of arrivals"
          value="Front desk"
        />
        <Field
          label="The desk’s address"
          name="deskAddress"
          type="email"
          wrong={wrong}
          hint="More can be added later"
          value={deskAddress ?? email}
          onChange={setDeskAddress}
        />
        <div className="min-[640px]:col-span-2">
          <Elsewhere wrong={wrong} fields={OPENING} />
          <Button look="main" type="submit" disabled={busy} className="mt-2 px-4 py-1.5">
            Open it, and begin the first form
          </Button>
        </div>
      </form>
    </Frame>
  )
}

export function NewPassword({ token }: { token: string }) {
  const { wrong, busy, onSubmit } = useEntering(
    (entered) => ({ do: 'new password', token: decodeURIComponent(token), password: text(entered, 'password') }),
    '/forms',
  )
  return (
    <Frame title="A new password">
      <form onSubmit={onSubmit} className="space-y-3">
        <Field
          label="New password"
          name="password"
          type="password"
          wrong={wrong}
          hint="At least 10 characters"
          autoComplete="new-password"
        />
        <Elsewhere wrong={wrong} fields={['password']} />
        <Button look="main" type="submit" disabled={busy} className="w-full justify-center py-1.5">
          Keep it and sign in
        </Button>
      </form>
      <p className="mt-3 text-soft">Wherever you were signed in, you are signed out.</p>
    </Frame>
  )
}

export const Forgot = () => (
  <AskByMail
    title="A new password"
    what="forgot"
    button="Mail me a way in"
    asked="If somebody signs in with this address, a mail is on its way to it. It leads to a new password, once, within the hour."
  />
)

export const NoWayIn = () => (
  <Frame title="This address does not work">
    <p>It has been used, or it is too old.</p>
    <p className="mt-3">
      <Link href="/forgot" className="text-teal underline">
        Ask for another
      </Link>{' '}
      if you have signed in here before; otherwise ask whoever runs this Lichen.
    </p>
  </Frame>
)
