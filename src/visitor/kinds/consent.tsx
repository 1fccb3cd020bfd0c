import { aria, type ControlProps } from './control'

export const Consent = (props: ControlProps<'consent'>) => (
  <label className="option consent">
    <input
      type="checkbox"
      id={props.id}
      name={props.question.name}
      value="yes"
      defaultChecked={props.value === 'true'}
      {...aria(props)}
    />
    <span>{props.question.wording}</span>
  </label>
)
