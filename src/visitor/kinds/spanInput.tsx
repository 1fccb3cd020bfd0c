import type { Span } from '@/core/answers/span'
import { TextInput, type TextInputProps } from './textInput'

interface Props {
  props: TextInputProps['props']
  type: 'date' | 'time'
  span: Span
}

/** A day or a time between the first and the last that may be given. */
export const SpanInput = ({ props, type, span: { earliest, latest } }: Props) => (
  <TextInput props={props} type={type} min={earliest ?? undefined} max={latest ?? undefined} />
)
