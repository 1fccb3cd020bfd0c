import { readTruth } from '@/core/answers/answer'
import { Said } from '../said'
import { aria, type ControlProps, type VisitorKind } from './control'

const Consent = (props: ControlProps<'consent'>) => (
  <label className="option consent">
    <input
      type="checkbox"
      id={props.id}
      name={props.question.name}
      value="yes"
      defaultChecked={readTruth(props.value) === true}
      {...aria(props)}
    />
    <span>
      <Said wording={props.question.wording} say={props.say} />
    </span>
  </label>
)

export const consent: VisitorKind<'consent'> = { Control: Consent, frame: () => 'own label' }
