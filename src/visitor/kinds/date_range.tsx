import { daysAt } from '@/core/answers/day_limits'
import type { ControlProps, VisitorKind } from './control'
import { PartBoxes } from './parts'

function DateRange(props: ControlProps<'date_range'>) {
  const { first, last, firstShownAs, lastShownAs } = props.question
  const { earliest, latest } = daysAt(props.now, props.question)
  const day = { type: 'date', min: earliest ?? undefined, max: latest ?? undefined }
  return (
    <PartBoxes
      props={props}
      boxes={[
        { part: 'from', label: firstShownAs || first, ...day },
        { part: 'to', label: lastShownAs || last, ...day },
      ]}
    />
  )
}

export const date_range: VisitorKind<'date_range'> = { Control: DateRange, frame: () => 'group' }
