import { Said } from '../said'
import type { ControlProps, VisitorKind } from './control'
import { Points } from './points'

function Scale(props: ControlProps<'scale'>) {
  const { from, to, low, high } = props.question
  const number = (point: number) => props.speech.number(point)
  const meaning = new Map([
    [from, low],
    [to, high],
  ])
  const words = (point: number) =>
    [number(point), meaning.get(point)].filter((said) => said !== '' && said !== undefined)
  return (
    <>
      <Points props={props} from={from} to={to} words={(point) => words(point).join(', ')} className="scale">
        {(point) => <b aria-hidden="true">{number(point)}</b>}
      </Points>
      {(low || high) && (
        <p className="ends" aria-hidden="true">
          <span>{low && <Said wording={`${number(from)} · ${low}`} say={props.say} />}</span>
          <span>{high && <Said wording={`${high} · ${number(to)}`} say={props.say} />}</span>
        </p>
      )}
    </>
  )
}

export const scale: VisitorKind<'scale'> = { stays: true, Control: Scale, frame: () => 'group' }
