'use client'

import type { LinkUse, listLinks } from '@/db/queries/links'
import { Chip } from '../ui/chip'
import { ForGood } from '../ui/forGood'
import { useMay } from '../ui/here'
import { Moment } from '../ui/moment'
import { Outside } from '../ui/outside'
import { withdrawLinkAction, withdrawLinksAction } from './actions'
import { NewLink } from './newLink'

export type PersonalLinks = Awaited<ReturnType<typeof listLinks>>

interface Props {
  contact: string
  links: PersonalLinks
  forms: { slug: string; name: string }[]
}

/** What came of a link, and whether somebody else answered by it. */
const Used = ({ opened, browsers, begun, sent, byOthers }: LinkUse) =>
  opened === 0 ? (
    'not opened'
  ) : (
    <>
      opened {opened}
      {browsers > 1 && ` in ${browsers} browsers`} · begun {begun} · sent {sent}{' '}
      {byOthers > 0 && (
        <Chip tone="amber" title="Another address was answered by it: somebody passed it on.">
          {byOthers} by others
        </Chip>
      )}
    </>
  )

/** A person's personal links: which work, until when, and a way to withdraw them. */
export function Links({ contact, links, forms }: Props) {
  const may = useMay('answer')
  return (
    <section>
      <h2 className="mb-1.5">Personal links</h2>
      {links.length > 0 && (
        <table className="sheet mb-2">
          <thead>
            <tr>
              <th>Form</th>
              <th>Made</th>
              <th>Works</th>
              <th>
                <span className="sr-only">Withdraw</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {links.map(({ id, formName, createdAt, expiresAt, withdrawnAt, works, used }) => (
              <tr key={id} className={works ? '' : 'text-soft'}>
                <td>
                  <Outside>{formName}</Outside>
                  <span className="block text-soft">
                    <Used {...used} />
                  </span>
                </td>
                <td className="whitespace-nowrap">
                  <Moment at={createdAt} />
                </td>
                <td className="whitespace-nowrap">
                  {withdrawnAt ? 'withdrawn ' : expiresAt ? (works ? 'until ' : 'no more since ') : 'always'}
                  {(withdrawnAt ?? expiresAt) && <Moment at={withdrawnAt ?? expiresAt ?? createdAt} />}
                </td>
                <td className="text-right">
                  {works && may && (
                    <ForGood
                      label="Withdraw"
                      what={`the link to ${formName}`}
                      action={() => withdrawLinkAction({ id })}
                      done="The link is withdrawn"
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {may && links.filter(({ works }) => works).length > 1 && (
        <p className="mb-2">
          <ForGood
            label="Withdraw all"
            what="all personal links"
            action={() => withdrawLinksAction({ id: contact })}
            done="All of their links are withdrawn"
          />
        </p>
      )}
      {may ? <NewLink contact={contact} forms={forms} /> : links.length === 0 && <p className="text-soft">None.</p>}
    </section>
  )
}
