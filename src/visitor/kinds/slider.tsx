import { readNumber } from '@/core/language/numbers'
import { wordingOf } from '@/core/answers/options'
import { sayIn } from '../said'
import { asText, type ControlProps, type VisitorKind } from './control'
import { NumberInput, NumberUnit, unitAsRead } from './unit'

/**
 * A number to write, and a slider that writes it, once a script ties them together. A slider alone always
 * stands somewhere, so that nobody could tell who has answered. What it says at first is written here: a script
 * that told a number before anybody did anything would hold up the page by all that browsers load for it.
 */
const Slider = (props: ControlProps<'slider'>) => {
  const { minimum, maximum, step } = props.question
  const { speech, say } = props
  const unit = unitAsRead(props.question)
  const stands = asText(readNumber(props.value, speech))
  const answered = stands !== '' && Number.isFinite(Number(stands))
  return (
    <div className="slide">
      <span className={answered ? 'track' : 'track unmoved'} hidden>
        <input
          type="range"
          min={minimum}
          max={maximum}
          step={step}
          defaultValue={answered ? stands : undefined}
          {...sayIn('aria-label', speech.tell('slide', { label: wordingOf(props.question) }), say)}
          aria-valuetext={
            answered ? `${speech.number(Number(stands))} ${say(unit)}`.trim() : speech.tell('not_answered_yet')
          }
        />
        <span className="ends" aria-hidden="true">
          <span>{speech.number(minimum)}</span>
          <span>
            {speech.number(maximum)} {props.question.unit}
          </span>
        </span>
      </span>
      <span className="with-unit">
        <NumberInput props={props} />
        <NumberUnit props={props} />
      </span>
    </div>
  )
}

export const slider: VisitorKind<'slider'> = { Control: Slider, frame: () => 'label', texts: ['not_answered_yet'] }
