'use client'

import type { listBrowsers } from '@/db/queries/browsers'
import { Moment } from '../ui/moment'
import { withdrawBrowserAction, withdrawBrowsersAction } from './actions'
import { Withdrawable } from './withdrawable'

export type RememberedBrowsers = Awaited<ReturnType<typeof listBrowsers>>

/** The browsers that remember a person since they wished it there, and a way to have each forget them. */
export const Browsers = ({ contact, browsers }: { contact: string; browsers: RememberedBrowsers }) =>
  browsers.length > 0 && (
    <section>
      <h2 className="mb-1.5">Browsers that remember them</h2>
      <Withdrawable
        heads={['Wished in', 'Since', 'Knows them']}
        ways={browsers.map((one) => ({
          ...one,
          came: one.seenAt ? (
            <>
              last seen <Moment at={one.seenAt} />
            </>
          ) : (
            'not seen since'
          ),
          until: (
            <>
              {wordsOf(one)} <Moment at={one.withdrawnAt ?? one.expiresAt} />
            </>
          ),
          holds: one.knows,
          what: `the browser remembered in ${one.formName}`,
        }))}
        withdraw={(id) => withdrawBrowserAction({ id })}
        withdrawn="That browser knows them no more"
        all={{
          what: 'all browsers that remember them',
          withdraw: () => withdrawBrowsersAction({ id: contact }),
          withdrawn: 'No browser knows them any more',
        }}
      />
    </section>
  )

function wordsOf({ withdrawnAt, byVisitor, knows }: RememberedBrowsers[number]): string {
  if (withdrawnAt) return byVisitor ? 'said “not me”' : 'withdrawn'
  return knows ? 'until' : 'no more since'
}
