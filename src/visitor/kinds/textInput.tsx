import type { InputHTMLAttributes } from 'react'
import { aria, asText, type ControlProps } from './control'

interface Props extends Pick<
  InputHTMLAttributes<HTMLInputElement>,
  'autoComplete' | 'inputMode' | 'maxLength' | 'min' | 'max'
> {
  props: Omit<ControlProps, 'question'> & { question: { name: string; required: boolean } }
  type?: 'text' | 'email' | 'date'
  /** Whether it is only as wide as a number or a date. */
  short?: boolean
}

/** One line of text, of whatever sort. */
export const TextInput = ({ props, type = 'text', short, ...more }: Props) => (
  <input
    className={short ? 'field short' : 'field'}
    type={type}
    id={props.id}
    name={props.question.name}
    defaultValue={asText(props.value)}
    {...more}
    {...aria(props)}
  />
)
