import { tellCharacters } from '../characters'
import { sayIn } from '../said'
import { aria, asText, type ControlProps, type VisitorKind } from './control'

const LongText = (props: ControlProps<'long_text'>) => (
  <>
    <textarea
      className="field"
      id={props.id}
      name={props.question.name}
      rows={props.question.rows}
      maxLength={props.question.maxLength}
      defaultValue={asText(props.value)}
      {...sayIn('placeholder', props.question.placeholder, props.say)}
      {...aria(props)}
    />
    {props.question.counter && (
      <p className="counter" data-most={props.question.maxLength} hidden>
        {tellCharacters(props.speech, asText(props.value), props.question.maxLength)}
      </p>
    )}
  </>
)

export const long_text: VisitorKind<'long_text'> = { Control: LongText, frame: () => 'label', texts: ['characters_of'] }
