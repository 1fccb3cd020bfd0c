'use client'

import { type Role, ROLES } from '@/core/rights/role'
import { within } from '@/core/rights/within'
import type { Membership } from '@/db/queries/members'
import { Button } from '../ui/button'
import { AskByMail, Elsewhere, Field, Frame, text, useEntering } from './entering'
import { signOut } from './signing'

/** Lets somebody who was invited in: whoever signs in here already needs nothing more. */
export function Join({ token, workspace, role, email, isKnown }: JoinProps) {
  const { wrong, busy, done, onSubmit } = useEntering(
    (entered) => ({
      do: 'join',
      token: decodeURIComponent(token),
      ...(isKnown ? {} : { name: text(entered, 'name'), password: text(entered, 'password') }),
    }),
    '/forms',
  )
  return (
    <Frame title="Join a workspace">
      {done ? (
        <>
          <p role="status" className="mb-3">
            You belong to <bdi>{workspace}</bdi> now.
          </p>
          <a href="/workspaces" className="text-teal underline">
            Go to it
          </a>
        </>
      ) : (
        <form onSubmit={onSubmit} className="space-y-3">
          <p>
            <bdi className="font-semibold">{workspace}</bdi> takes <bdi>{email}</bdi> in as{' '}
            {ROLES[role].title.toLowerCase()}: {ROLES[role].about.toLowerCase()}.
          </p>
          {!isKnown && (
            <>
              <Field label="Your name" name="name" wrong={wrong} autoComplete="name" />
              <Field
                label="Password"
                name="password"
                type="password"
                wrong={wrong}
                hint="At least 10 characters"
                autoComplete="new-password"
              />
            </>
          )}
          <Elsewhere wrong={wrong} fields={isKnown ? [] : ['name', 'password']} />
          <Button look="main" type="submit" disabled={busy} className="w-full justify-center py-1.5">
            Join
          </Button>
        </form>
      )}
    </Frame>
  )
}

interface JoinProps {
  token: string
  workspace: string
  role: Role
  email: string
  /** Whether somebody signs in with the address already. */
  isKnown: boolean
}

/** Asks for a workspace of one’s own, where strangers may open one. */
export const SignUp = () => (
  <AskByMail
    title="Open a workspace"
    what="ask to open"
    button="Mail me the way to it"
    asked="A mail is on its way to this address. It opens a workspace, once, within two days."
  />
)

/** The workspaces that somebody belongs to, each to be opened in this tab. */
export const Workspaces = ({ memberships, to, name }: { memberships: Membership[]; to: string; name: string }) => (
  <Frame title="Your workspaces">
    {memberships.length === 0 ? (
      <p>
        <bdi>{name}</bdi>, you belong to no workspace any more. Somebody who owns one can invite you again.
      </p>
    ) : (
      <>
        <p className="mb-3 text-soft">This tab stays in the one you choose; another tab can be in another.</p>
        <ul className="border-t border-rule">
          {memberships.map(({ handle, workspaceName, role }) => (
            <li key={handle} className="border-b border-rule">
              <a href={within(handle, to)} className="flex items-baseline gap-3 px-1 py-2 hover:bg-lit">
                <bdi className="min-w-0 font-semibold wrap-anywhere text-teal underline">{workspaceName}</bdi>
                <span className="ml-auto shrink-0 text-soft">{ROLES[role].title.toLowerCase()}</span>
              </a>
            </li>
          ))}
        </ul>
      </>
    )}
    <Button className="mt-4" onClick={() => void signOut()}>
      Sign out
    </Button>
  </Frame>
)
