import type { VisitorKind } from './control'
import { TextInput } from './textInput'

/** A text field with an address keyboard: address inputs refuse what was written without “https://”. */
export const web_address: VisitorKind<'web_address'> = {
  Control: (props) => <TextInput props={props} autoComplete="url" inputMode="url" />,
  frame: () => 'label',
}
