import type { Standing as Given } from '@/core/look/look'
import { Paragraphs } from './paragraphs'
import { Picture } from './picture'
import { SHOWN_ON_CLASS } from './shown_on'

/** What stands above or beside the questions of every step: whose form it is, and what it is about. */
export const Standing = ({ on, logo, picture, heading, text }: Given) => (
  <div className={['standing', SHOWN_ON_CLASS[on]].filter(Boolean).join(' ')}>
    {logo && <Picture picture={logo} shape="whole" sizes="11rem" className="logo" />}
    {picture && <Picture picture={picture} shape="whole" sizes="(max-width: 40rem) 92vw, 34rem" />}
    {heading && <p className="heading">{heading}</p>}
    {text && <Paragraphs text={text} />}
  </div>
)
