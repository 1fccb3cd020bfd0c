import type { VisitorKind } from './control'
import { SpanInput } from './spanInput'

export const time: VisitorKind<'time'> = {
  Control: (props) => <SpanInput type="time" {...props} />,
  frame: () => 'label',
}
