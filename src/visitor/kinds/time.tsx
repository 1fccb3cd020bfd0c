import type { VisitorKind } from './control'
import { TextInput } from './textInput'

export const time: VisitorKind<'time'> = {
  Control: (props) => (
    <TextInput
      props={props}
      type="time"
      min={props.question.earliest ?? undefined}
      max={props.question.latest ?? undefined}
    />
  ),
  frame: () => 'label',
}
