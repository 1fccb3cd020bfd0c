import { wordingOf } from '@/core/answers/options'
import { Paragraphs } from '../paragraphs'
import { Picture } from '../picture'
import { Said } from '../said'
import type { ControlProps, VisitorKind } from './control'

const Prose = ({ question, say }: ControlProps<'prose'>) => {
  const { hideLabel, text, picture, divider } = question
  return (
    <>
      {divider && <hr />}
      {!hideLabel && (
        <h3>
          <Said wording={wordingOf(question)} say={say} />
        </h3>
      )}
      {picture && <Picture picture={picture} shape="whole" sizes="(max-width: 40rem) 92vw, 34rem" say={say} />}
      {text && <Paragraphs text={text} say={say} />}
    </>
  )
}

export const prose: VisitorKind<'prose'> = { Control: Prose, frame: () => 'bare', on: ({ on }) => on }
