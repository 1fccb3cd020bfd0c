import { aria, asText, type ControlProps, partText, type VisitorKind } from './control'

/** A box to type a name into; where the page has its script, a ground to draw one on stands above it. */
function Signature(props: ControlProps<'signature'>) {
  const { question, value, id } = props
  const { name, label } = question
  const drawn = typeof value === 'object' && value !== null && 'drawn' in value ? [value.drawn].flat()[0] : null
  return (
    <div className="signature" data-signature>
      <input type="hidden" name={`${name}.drawn`} defaultValue={asText(drawn)} data-drawn />
      <div className="ground" data-ground hidden>
        <canvas role="img" aria-label={`${label}: draw here with a mouse, a finger or a pen`} />
        <p className="help" data-said aria-live="polite" />
        <button type="button" name={name} className="take-back" data-clear hidden>
          Take it back
        </button>
      </div>
      <label className="part">
        <span data-typed-label>Type your name to sign</span>
        <input
          className="field"
          id={id}
          name={`${name}.typed`}
          defaultValue={partText(value, 'typed')}
          maxLength={100}
          autoComplete="name"
          {...aria(props)}
        />
      </label>
    </div>
  )
}

export const signature: VisitorKind<'signature'> = { Control: Signature, frame: () => 'own label' }
