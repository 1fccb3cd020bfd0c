import type { ControlProps, VisitorKind } from './control'
import { Points } from './points'

function Scale({ question: { name, from, to, low, high }, value, id }: ControlProps<'scale'>) {
  const meaning = new Map([
    [from, low],
    [to, high],
  ])
  return (
    <>
      <Points
        name={name}
        id={id}
        value={value}
        from={from}
        to={to}
        words={(point) => [point, meaning.get(point)].filter((said) => said !== '' && said !== undefined).join(', ')}
        className="scale"
      >
        {(point) => <b aria-hidden="true">{point}</b>}
      </Points>
      {(low || high) && (
        <p className="ends" aria-hidden="true">
          <span>{low && `${from} · ${low}`}</span>
          <span>{high && `${high} · ${to}`}</span>
        </p>
      )}
    </>
  )
}

export const scale: VisitorKind<'scale'> = { Control: Scale, frame: () => 'group' }
