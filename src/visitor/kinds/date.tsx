import { daysAt } from '@/core/answers/day_limits'
import type { VisitorKind } from './control'
import { SpanInput } from './spanInput'

export const date: VisitorKind<'date'> = {
  Control: (props) => <SpanInput type="date" span={daysAt(props.now, props.question)} props={props} />,
  frame: () => 'label',
}
