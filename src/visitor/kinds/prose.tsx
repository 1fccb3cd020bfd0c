import { Paragraphs } from '../paragraphs'
import { Picture } from '../picture'
import type { ControlProps, VisitorKind } from './control'

const Prose = ({ question: { label, hideLabel, text, picture, divider } }: ControlProps<'prose'>) => (
  <>
    {divider && <hr />}
    {!hideLabel && <h3>{label}</h3>}
    {picture && <Picture picture={picture} shape="whole" sizes="(max-width: 40rem) 92vw, 34rem" />}
    {text && <Paragraphs text={text} />}
  </>
)

export const prose: VisitorKind<'prose'> = { Control: Prose, frame: () => 'bare', on: ({ on }) => on }
