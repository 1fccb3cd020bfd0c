'use client'

import type { listLinks } from '@/db/queries/links'
import { ForGood } from '../ui/forGood'
import { useMay } from '../ui/here'
import { Moment } from '../ui/moment'
import { withdrawLinkAction } from './actions'
import { NewLink } from './newLink'

export type PersonalLinks = Awaited<ReturnType<typeof listLinks>>

interface Props {
  contact: string
  links: PersonalLinks
  forms: { slug: string; name: string }[]
}

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
              <th />
            </tr>
          </thead>
          <tbody>
            {links.map(({ id, formName, createdAt, expiresAt, withdrawnAt, works }) => (
              <tr key={id} className={works ? '' : 'text-soft'}>
                <td>{formName}</td>
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
      {may ? <NewLink contact={contact} forms={forms} /> : links.length === 0 && <p className="text-soft">None.</p>}
    </section>
  )
}
