'use client'

import { showReferralCode } from '@/core/formats/referral_code'
import type { Referral } from '@/db/queries/referral_codes'
import { Button } from '../ui/button'
import { Copy } from '../ui/copy'
import { Only } from '../ui/here'
import { Link } from '../ui/link'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { figure } from '../ui/show'
import { useRun } from '../ui/useRun'
import { giveCodeAction } from './actions'

/** The code by which a person brings others along, and whom they brought. */
export function ReferralOf({ contact, referral }: { contact: string; referral: Referral }) {
  const { code, brought } = referral
  const { busy, run } = useRun()
  return (
    <section>
      <h2 className="mb-1.5">Referral code</h2>
      {code === null ? (
        <>
          <p className="text-soft">
            None yet: a personal link, or a form that tells people their code, gives them one.
          </p>
          <Only may="answer">
            <Button className="mt-1" disabled={busy} onClick={() => void run(() => giveCodeAction({ id: contact }))}>
              Give them one
            </Button>
          </Only>
        </>
      ) : (
        <p className="flex items-center gap-2">
          <span className="name">{showReferralCode(code)}</span>
          <Copy text={code} what="referral code" />
        </p>
      )}
      {brought.total > 0 && (
        <>
          <h3 className="mt-2 mb-1 font-semibold">
            Brought along {figure(brought.total)} {brought.total === 1 ? 'person' : 'people'}
          </h3>
          <ul>
            {brought.people.map(({ id, name, at }) => (
              <li key={id} className="flex gap-2 border-t border-rule py-1">
                <Link href={`/people/${id}`} className="min-w-0 flex-1 text-teal underline">
                  <Outside>{name}</Outside>
                </Link>
                <span className="whitespace-nowrap text-soft">
                  <Moment at={at} />
                </span>
              </li>
            ))}
          </ul>
          {brought.total > brought.people.length && (
            <p className="text-soft">and {figure(brought.total - brought.people.length)} before them</p>
          )}
        </>
      )}
    </section>
  )
}
