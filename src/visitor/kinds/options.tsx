import type { ReactNode } from 'react'
import type { Option } from '@/core/answers/options'

interface Props {
  type: 'radio' | 'checkbox'
  /** The field's name. */
  name: string
  /** The id of the first control, where an error leads. */
  id: string
  options: readonly (Option & { caption?: string; alone?: boolean })[]
  chosen: readonly string[]
  tiles: boolean
  /** What stands below them. */
  children?: ReactNode
}

/** Options to tick or to choose from, as a list or as tiles. */
export const Options = ({ type, name, id, options, chosen, tiles, children }: Props) => (
  <div className={tiles ? 'options tiles' : 'options'}>
    {options.map(({ value, label, caption, alone }, index) => (
      <label key={value} className="option">
        <input
          type={type}
          id={index === 0 ? id : undefined}
          name={name}
          value={value}
          defaultChecked={chosen.includes(value)}
          data-alone={alone || undefined}
        />
        <span>
          {label}
          {caption && <small>{caption}</small>}
        </span>
      </label>
    ))}
    {children}
  </div>
)
