import { timesAt } from '@/core/answers/time_limits'
import type { VisitorKind } from './control'
import { SpanInput } from './spanInput'

export const time: VisitorKind<'time'> = {
  Control: (props) => <SpanInput type="time" span={timesAt(props.now, props.question)} props={props} />,
  frame: () => 'label',
}
