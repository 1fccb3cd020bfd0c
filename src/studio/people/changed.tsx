import { Moment, ZoneWords } from '../ui/moment'
import type { ChosenColumn } from '../columns/arrange'
import { NOWRAP } from '../ui/sheet'

/** When a record last changed, as the lists of People end with it. */
export const changedColumn: ChosenColumn<{ updatedAt: Date | string }> = {
  name: 'changed',
  title: 'Changed',
  usual: true,
  head: (
    <>
      Changed, <ZoneWords />
    </>
  ),
  spare: true,
  by: 'changed',
  className: `${NOWRAP} text-soft`,
  cell: ({ updatedAt }) => <Moment at={updatedAt} />,
}
