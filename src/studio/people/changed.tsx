import { Moment, ZoneWords } from '../ui/moment'
import { type Column, NOWRAP } from '../ui/sheet'

/** When a record last changed, as the lists of People end with it. */
export const changedColumn: Column<{ updatedAt: Date | string }> = {
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
