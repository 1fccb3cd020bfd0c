'use client'

import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { type Role, ROLE_NAMES, ROLES } from '@/core/rights/role'
import { Button } from '../ui/button'
import { Chip } from '../ui/chip'
import { Moment } from '../ui/moment'
import { Outside, quoted } from '../ui/outside'
import { PageHead } from '../ui/pageHead'
import { toast } from '../ui/toast'
import type { Changed } from './change'
import {
  type Belonging,
  changeMemberAction,
  inviteMemberAction,
  removeMemberAction,
  withdrawInvitationAction,
} from './member_actions'

/** Who belongs to the workspace, as what, and who is invited. */
export function Members({ start, self }: { start: Belonging; self: string }) {
  const router = useRouter()
  const [{ members, invitations }, setNow] = useState(start)
  const [busy, setBusy] = useState(false)

  const run = async (act: () => Promise<Changed<unknown, Belonging>>, said: string): Promise<boolean> => {
    setBusy(true)
    const result = await act().catch(() => ({ ok: false as const, message: 'Lichen cannot be reached. Try again.' }))
    setBusy(false)
    toast(result.ok ? said : result.message)
    if (result.ok) setNow(result.now)
    else router.refresh()
    return result.ok
  }

  const setRole = (id: string, name: string, role: Role) =>
    void run(() => changeMemberAction({ id, role }), `${quoted(name)} is ${ROLES[role].title.toLowerCase()} now`)

  return (
    <main className="px-4 py-3">
      <PageHead back={['/settings', 'Settings']} heading="Members">
        <span className="text-soft">who belongs to the workspace, and what each may do</span>
      </PageHead>
      <div className="grid items-start gap-x-8 gap-y-6 min-[900px]:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
        <div className="min-w-0 space-y-6 max-[899px]:*:overflow-x-auto">
          <table className="sheet" aria-label="Members">
            <thead>
              <tr>
                <th>Who</th>
                <th>Role</th>
                <th>Since</th>
                <th>
                  <span className="sr-only">Take out</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {members.map(({ id, name, email, role, joinedAt, hasSecondFactor }) => (
                <tr key={id}>
                  <td className="wrap-anywhere">
                    <b className="font-semibold">
                      <Outside>{name}</Outside>
                    </b>{' '}
                    {id === self && <span className="text-soft">you</span>}{' '}
                    {hasSecondFactor && <Chip tone="moss">second factor</Chip>}
                    <span className="block text-soft">
                      <Outside>{email}</Outside>
                    </span>
                  </td>
                  <td>
                    <RoleChoice
                      label={`Role of ${name}`}
                      value={role}
                      disabled={busy}
                      onChoose={(next) => setRole(id, name, next)}
                    />
                  </td>
                  <td className="whitespace-nowrap">
                    <Moment at={joinedAt} />
                  </td>
                  <td className="text-right">
                    {id !== self && (
                      <TakeOut
                        name={name}
                        onSure={() => void run(() => removeMemberAction({ id }), `${quoted(name)} is taken out`)}
                      />
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <section>
            <h2 className="mb-1.5">Invited</h2>
            {invitations.length === 0 && <p className="text-soft">Nobody who has not joined yet.</p>}
            {invitations.map(({ id, email, role, by, until }) => (
              <div key={id} className="flex flex-wrap items-center gap-2 border-b border-rule py-1">
                <span className="min-w-0 wrap-anywhere">
                  <Outside>{email}</Outside>{' '}
                  <span className="text-soft">
                    as {ROLES[role].title.toLowerCase()}, by <Outside>{by ?? 'somebody'}</Outside>, until{' '}
                    <Moment at={until} />
                  </span>
                </span>
                <span className="ml-auto flex gap-1.5">
                  <Button
                    disabled={busy}
                    aria-label={`Mail ${email} again`}
                    onClick={() => void run(() => inviteMemberAction({ email, role }), 'Another mail is on its way')}
                  >
                    Mail again
                  </Button>
                  <Button
                    disabled={busy}
                    aria-label={`Withdraw the invitation of ${email}`}
                    onClick={() => void run(() => withdrawInvitationAction({ id }), 'The invitation is withdrawn')}
                  >
                    Withdraw
                  </Button>
                </span>
              </div>
            ))}
          </section>
        </div>
        <div className="min-w-0 space-y-6">
          <Invite
            busy={busy}
            onInvite={(email, role) =>
              run(() => inviteMemberAction({ email, role }), `${quoted(email)} is invited, by mail`)
            }
          />
          <section>
            <h2 className="mb-1.5">What each role may do</h2>
            <dl className="space-y-1">
              {ROLE_NAMES.map((role) => (
                <div key={role}>
                  <dt className="inline font-semibold">{ROLES[role].title}</dt>{' '}
                  <dd className="inline text-soft">{ROLES[role].about.toLowerCase()}</dd>
                </div>
              ))}
            </dl>
          </section>
        </div>
      </div>
    </main>
  )
}

interface RoleChoiceProps {
  label: string
  value: Role
  disabled?: boolean
  onChoose: (role: Role) => void
}

const RoleChoice = ({ label, value, disabled, onChoose }: RoleChoiceProps) => (
  <select
    aria-label={label}
    className="box w-auto"
    value={value}
    disabled={disabled}
    onChange={({ target }) => onChoose(target.value as Role)}
  >
    {ROLE_NAMES.map((role) => (
      <option key={role} value={role}>
        {ROLES[role].title}
      </option>
    ))}
  </select>
)

interface InviteProps {
  busy: boolean
  onInvite: (email: string, role: Role) => Promise<boolean>
}

function Invite({ busy, onInvite }: InviteProps) {
  const [email, setEmail] = useState('')
  const [role, setRole] = useState<Role>('editor')
  const invite = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    if (await onInvite(email, role)) setEmail('')
  }
  return (
    <section>
      <h2 className="mb-1.5">Invite somebody</h2>
      <form onSubmit={(event) => void invite(event)} className="space-y-1.5">
        <input
          type="email"
          required
          value={email}
          onChange={({ target }) => setEmail(target.value)}
          maxLength={254}
          aria-label="Their email"
          placeholder="Their email"
          className="box"
        />
        <div className="flex flex-wrap items-center gap-2">
          <RoleChoice label="Their role" value={role} onChoose={setRole} />
          <span className="text-soft">{ROLES[role].about.toLowerCase()}</span>
        </div>
        <Button type="submit" look="main" disabled={busy}>
          Invite by mail
        </Button>
        <p className="text-soft">The mail has an address that lets them in, once, within seven days.</p>
      </form>
    </section>
  )
}

/** Takes somebody out, asked once in its own place. */
function TakeOut({ name, onSure }: { name: string; onSure: () => void }) {
  const [asking, setAsking] = useState(false)
  if (!asking)
    return (
      <Button aria-label={`Take out ${name}`} onClick={() => setAsking(true)}>
        Take out…
      </Button>
    )
  return (
    <span className="inline-flex gap-1.5" role="group" aria-label={`Take out ${name}?`}>
      <Button autoFocus onClick={onSure}>
        Take out
      </Button>
      <Button look="quiet" onClick={() => setAsking(false)}>
        Keep
      </Button>
    </span>
  )
}
