import type { ReactNode } from 'react'
import type { Picture as AnyPicture, Shape } from '@/core/answers/pictures'
import { Picture } from '../picture'
import { type Option, wordingOf } from '@/core/answers/options'
import { Said, type Say } from '../said'

interface Props {
  type: 'radio' | 'checkbox'
  /** The field's name. */
  name: string
  /** The id of the first control, where an error leads. */
  id: string
  options: readonly (Option & { caption?: string; alone?: boolean; picture?: AnyPicture | null })[]
  say: Say
  chosen: readonly string[]
  tiles: boolean
  /** The shape of the pictures of options, where they are laid out as such. */
  pictures?: Shape | undefined
  /** What stands below them. */
  children?: ReactNode
}

/** Options to tick or to choose from, as a list or as tiles. */
export const Options = ({ type, name, id, options, say, chosen, tiles, pictures, children }: Props) => (
  <div className={pictures ? 'options pictures' : tiles ? 'options tiles' : 'options'}>
    {options.map(({ value, caption, alone, picture, ...option }, index) => (
      <label key={value} className="option">
        {pictures && picture && (
          <Picture picture={picture} shape={pictures} sizes="(max-width: 40rem) 45vw, 9rem" say={say} />
        )}
        <input
          type={type}
          id={index === 0 ? id : undefined}
          name={name}
          value={value}
          defaultChecked={chosen.includes(value)}
          data-alone={alone || undefined}
        />
        <span>
          <Said wording={wordingOf(option)} say={say} />
          {caption && (
            <small>
              <Said wording={caption} say={say} />
            </small>
          )}
        </span>
      </label>
    ))}
    {children}
  </div>
)
