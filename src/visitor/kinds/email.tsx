import type { VisitorKind } from './control'
import { TextInput } from './textInput'

export const email: VisitorKind<'email'> = {
  Control: (props) => <TextInput props={props} type="email" autoComplete="email" inputMode="email" />,
  frame: () => 'label',
}
