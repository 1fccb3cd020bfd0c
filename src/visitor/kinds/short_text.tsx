import type { VisitorKind } from './control'
import { TextInput } from './textInput'

export const short_text: VisitorKind<'short_text'> = {
  Control: (props) => <TextInput props={props} maxLength={props.question.maxLength} />,
  frame: () => 'label',
}
