import { Paragraphs } from '../paragraphs'
import type { ControlProps, VisitorKind } from './control'

const Prose = ({ question: { label, hideLabel, text, divider } }: ControlProps<'prose'>) => (
  <>
    {divider && <hr />}
    {!hideLabel && <h3>{label}</h3>}
    {text && <Paragraphs text={text} />}
  </>
)

export const prose: VisitorKind<'prose'> = { Control: Prose, frame: () => 'bare' }
