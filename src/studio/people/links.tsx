'use client'

import type { LinkUse, listLinks } from '@/db/queries/links'
import { Chip } from '../ui/chip'
import { useMay } from '../ui/here'
import { Moment } from '../ui/moment'
import { withdrawLinkAction, withdrawLinksAction } from './actions'
import { NewLink } from './newLink'
import { Withdrawable } from './withdrawable'

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
        <Withdrawable
          heads={['Form', 'Made', 'Works']}
          ways={links.map((one) => ({
            ...one,
            came: <Used {...one.used} />,
            until: <Until {...one} />,
            holds: one.works,
            what: `the link to ${one.formName}`,
          }))}
          withdraw={(id) => withdrawLinkAction({ id })}
          withdrawn="The link is withdrawn"
          all={{
            what: 'all personal links',
            withdraw: () => withdrawLinksAction({ id: contact }),
            withdrawn: 'All of their links are withdrawn',
          }}
        />
      )}
      {may ? <NewLink contact={contact} forms={forms} /> : links.length === 0 && <p className="text-soft">None.</p>}
    </section>
  )
}

/** Until when a link works, or since when it does no more. */
const Until = ({ createdAt, expiresAt, withdrawnAt, works }: PersonalLinks[number]) => (
  <>
    {withdrawnAt ? 'withdrawn ' : expiresAt ? (works ? 'until ' : 'no more since ') : 'always'}
    {(withdrawnAt ?? expiresAt) && <Moment at={withdrawnAt ?? expiresAt ?? createdAt} />}
  </>
)
