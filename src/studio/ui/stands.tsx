import { showFarMoment } from '@/core/formats/zone'
import type { FormState } from '@/core/form/state'
import { Chip } from './chip'
import { Moment } from './moment'

type At = Date | string

interface Props {
  state: FormState
  stands: { is: 'open' } | { is: 'before'; opensAt: At } | { is: 'closed' | 'full'; opensAt: At | null }
}

/** How a form stands that takes no answers, in a chip; nothing while it takes them. */
export function Stands({ state, stands }: Props) {
  switch (stands.is) {
    case 'open':
      return null
    case 'before':
      return (
        <Chip tone="amber">
          opens <Moment at={stands.opensAt} show={showFarMoment} />
        </Chip>
      )
    case 'full':
      return <Chip tone="amber">full</Chip>
    case 'closed':
      return (
        <Chip tone="amber">
          {state === 'open' ? 'closed' : state}
          {stands.opensAt && (
            <>
              {' '}
              until <Moment at={stands.opensAt} show={showFarMoment} />
            </>
          )}
        </Chip>
      )
  }
}
