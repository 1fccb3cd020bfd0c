import type { VisitorKind } from './control'
import { TextInput } from './textInput'

/** A text field that nothing is put into unasked: a code is somebody else’s. */
export const referral_code: VisitorKind<'referral_code'> = {
  Control: (props) => <TextInput props={props} autoComplete="off" />,
  frame: () => 'label',
}
