import type { ReactNode } from 'react'
import { sayIn } from '../said'
import { asText, type ControlProps } from './control'

interface Props {
  props: Omit<ControlProps, 'question'> & { question: { name: string } }
  from: number
  to: number
  /** What a screen reader says of a number; it may use what is known. */
  words: (point: number) => string
  /** What stands for a number, for the eyes. */
  children: (point: number) => ReactNode
  className: string
}

/** Numbers in a row, of which one is chosen. */
export const Points = ({ props: { question, id, value, say }, from, to, words, children, className }: Props) => (
  <div className={`points ${className}`}>
    {Array.from({ length: to - from + 1 }, (_, index) => from + index).map((point, index) => (
      <label key={point} className="point">
        <input
          type="radio"
          id={index === 0 ? id : undefined}
          name={question.name}
          value={point}
          defaultChecked={asText(value) === String(point)}
          {...sayIn('aria-label', words(point), say)}
        />
        {children(point)}
      </label>
    ))}
  </div>
)
