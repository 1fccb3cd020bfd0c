import type { ControlProps, VisitorKind } from './control'
import { Points } from './points'

const Rating = ({ question: { name, points, symbol }, value, id }: ControlProps<'rating'>) => (
  <Points
    name={name}
    id={id}
    value={value}
    from={1}
    to={points}
    words={(point) => `${point} of ${points}`}
    className="rating"
  >
    {() => <i className={`symbol ${symbol}`} aria-hidden="true" />}
  </Points>
)

export const rating: VisitorKind<'rating'> = { Control: Rating, frame: () => 'group' }
