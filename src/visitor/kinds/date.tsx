import type { VisitorKind } from './control'
import { TextInput } from './textInput'

export const date: VisitorKind<'date'> = {
  Control: (props) => (
    <TextInput
      props={props}
      type="date"
      min={props.question.earliest ?? undefined}
      max={props.question.latest ?? undefined}
    />
  ),
  frame: () => 'label',
}
