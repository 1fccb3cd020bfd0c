import type { VisitorKind } from './control'
import { SpanInput } from './spanInput'

export const time: VisitorKind<'time'> = {
  Control: (props) => <SpanInput type="time" span={props.question} props={props} />,
  frame: () => 'label',
}
