import type { InputHTMLAttributes } from 'react'
import { Said } from '../said'
import { type ControlProps, partText } from './control'

interface Box extends Pick<
  InputHTMLAttributes<HTMLInputElement>,
  'type' | 'autoComplete' | 'min' | 'max' | 'maxLength'
> {
  part: string
  label: string
}

interface Props {
  props: Omit<ControlProps, 'question'> & { question: { name: string; required: boolean } }
  boxes: readonly Box[]
}

/** Boxes for the parts of one answer, side by side where there is room. */
export const PartBoxes = ({ props: { question, value, id, say }, boxes }: Props) => (
  <div className="parts">
    {boxes.map(({ part, label, type = 'text', ...more }, index) => (
      <label key={part} className="part">
        <span>
          <Said wording={label} say={say} />
        </span>
        <input
          className="field"
          type={type}
          id={index === 0 ? id : undefined}
          name={`${question.name}.${part}`}
          defaultValue={partText(value, part)}
          aria-required={question.required || undefined}
          {...more}
        />
      </label>
    ))}
  </div>
)
