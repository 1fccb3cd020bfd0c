import type { VisitorKind } from './control'
import { SpanInput } from './spanInput'

export const date: VisitorKind<'date'> = {
  Control: (props) => <SpanInput type="date" {...props} />,
  frame: () => 'label',
}
