import type { ControlProps, VisitorKind } from './control'
import { TextInput } from './textInput'

/**
 * A number to write, and a slider that writes it, once a script ties them together. A slider alone always
 * stands somewhere, so that nobody could tell who has answered.
 */
const Slider = (props: ControlProps<'slider'>) => {
  const { minimum, maximum, step, unit, label } = props.question
  return (
    <div className="slide">
      <span className="track" hidden>
        <input
          type="range"
          min={minimum}
          max={maximum}
          step={step}
          aria-label={props.speech.tell('slide', { label })}
          data-unit={unit}
        />
        <span className="ends" aria-hidden="true">
          <span>{props.speech.number(minimum)}</span>
          <span>
            {props.speech.number(maximum)} {unit}
          </span>
        </span>
      </span>
      <span className="with-unit">
        <TextInput props={props} inputMode="decimal" />
        {unit && <span className="unit">{unit}</span>}
      </span>
    </div>
  )
}

export const slider: VisitorKind<'slider'> = { Control: Slider, frame: () => 'label', texts: ['not_answered_yet'] }
