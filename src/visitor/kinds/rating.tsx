import type { ControlProps, VisitorKind } from './control'
import { Points } from './points'

function Rating(props: ControlProps<'rating'>) {
  const { points, symbol } = props.question
  return (
    <Points
      props={props}
      from={1}
      to={points}
      words={(answer) => props.speech.tell('of_most', { answer, most: points })}
      className="rating"
    >
      {() => <i className={`symbol ${symbol}`} aria-hidden="true" />}
    </Points>
  )
}

export const rating: VisitorKind<'rating'> = { stays: true, Control: Rating, frame: () => 'group' }
