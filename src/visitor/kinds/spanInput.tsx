import type { ControlProps } from './control'
import { TextInput } from './textInput'

/** A day or a time between the first and the last that may be given. */
export const SpanInput = ({ type, ...props }: ControlProps<'date' | 'time'> & { type: 'date' | 'time' }) => (
  <TextInput
    props={props}
    type={type}
    min={props.question.earliest ?? undefined}
    max={props.question.latest ?? undefined}
  />
)
