import { ROLES, type Role } from '@/core/rights/role'
import type { SessionRow } from '@/db/queries/account'
import { Outside } from '../ui/outside'
import { LeaveWorkspace } from './leave'
import { Passkeys, type Passkey } from './passkeys'
import { SecondFactor } from './secondFactor'
import { Sessions } from './sessions'

interface Props {
  name: string
  email: string
  role: Role
  workspace: string
  hasSecondFactor: boolean
  passkeys: Passkey[]
  sessions: SessionRow[]
  thisSession: string
}

/** Somebody’s own matters: how they sign in, where they are, and what they are here. */
export function Account(props: Props) {
  const { name, email, role, workspace, hasSecondFactor, passkeys, sessions, thisSession } = props
  return (
    <main className="grid items-start gap-x-8 gap-y-6 px-4 py-3 min-[900px]:grid-cols-2">
      <div className="flex flex-wrap items-baseline gap-x-3 min-[900px]:col-span-2">
        <h1>
          <Outside>{name}</Outside>
        </h1>
        <span className="text-soft">
          signs in as <Outside>{email}</Outside>
        </span>
      </div>
      <div className="min-w-0 space-y-6">
        <section id="password">
          <h2 className="mb-1.5">Password</h2>
          <p>
            A new one is chosen by mail:{' '}
            <a href="/forgot" className="text-teal underline">
              mail me a way to a new password
            </a>
            . Wherever you are signed in, you are signed out by it.
          </p>
        </section>
        <SecondFactor isOn={hasSecondFactor} />
        <Passkeys passkeys={passkeys} />
      </div>
      <div className="min-w-0 space-y-6">
        <Sessions sessions={sessions} current={thisSession} />
        <section>
          <h2 className="mb-1.5">
            <Outside>{workspace}</Outside>
          </h2>
          <p className="mb-2">
            Your role is <b className="font-semibold">{ROLES[role].title.toLowerCase()}</b>. Whoever has it{' '}
            {ROLES[role].about.toLowerCase()}.
          </p>
          <LeaveWorkspace workspace={workspace} />
        </section>
      </div>
    </main>
  )
}
