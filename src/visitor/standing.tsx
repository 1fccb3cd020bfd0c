import type { Standing as Given } from '@/core/look/look'
import { Paragraphs } from './paragraphs'
import { Picture } from './picture'
import { type Around, Line, type Say } from './said'
import { SHOWN_ON_CLASS } from './shown_on'

interface Props extends Omit<Given, 'heading' | 'text'> {
  heading: Around
  text: Around
  say: Say
}

/** What stands above or beside the questions of every step: whose form it is, and what it is about. */
export const Standing = ({ on, logo, picture, heading, text, say }: Props) => (
  <div className={['standing', SHOWN_ON_CLASS[on]].filter(Boolean).join(' ')}>
    {logo && <Picture picture={logo} shape="whole" sizes="11rem" className="logo" say={say} />}
    {picture && <Picture picture={picture} shape="whole" sizes="(max-width: 40rem) 92vw, 34rem" say={say} />}
    {heading.text && (
      <p className="heading">
        <Line {...heading} />
      </p>
    )}
    {text.text && <Paragraphs {...text} />}
  </div>
)
