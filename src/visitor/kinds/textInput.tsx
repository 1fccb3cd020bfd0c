import type { InputHTMLAttributes } from 'react'
import { sayIn } from '../said'
import { aria, asText, type ControlProps } from './control'

export interface TextInputProps extends Pick<
  InputHTMLAttributes<HTMLInputElement>,
  'autoComplete' | 'inputMode' | 'maxLength' | 'min' | 'max'
> {
  props: Omit<ControlProps, 'question'> & { question: { name: string; required: boolean; placeholder: string } }
  type?: 'text' | 'email' | 'date' | 'time'
}

/** One line of text, of whatever sort. */
export const TextInput = ({ props, type = 'text', ...more }: TextInputProps) => (
  <input
    className="field"
    type={type}
    id={props.id}
    name={props.question.name}
    defaultValue={asText(props.value)}
    {...sayIn('placeholder', props.question.placeholder, props.say)}
    {...more}
    {...aria(props)}
  />
)
