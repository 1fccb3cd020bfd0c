import type { VisitorKind } from './control'
import { TextInput } from './textInput'

export const company: VisitorKind<'company'> = {
  Control: (props) => <TextInput props={props} autoComplete="organization" />,
  frame: () => 'label',
}
