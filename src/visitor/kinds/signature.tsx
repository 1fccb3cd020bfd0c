import { wordingOf } from '@/core/answers/options'
import { sayIn } from '../said'
import { aria, asText, type ControlProps, partText, type VisitorKind } from './control'

/** A box to type a name into; where the page has its script, a ground to draw one on stands above it. */
function Signature(props: ControlProps<'signature'>) {
  const { question, value, id, say, speech } = props
  const { name } = question
  const drawn = typeof value === 'object' && value !== null && 'drawn' in value ? [value.drawn].flat()[0] : null
  return (
    <div className="signature" data-signature>
      <input type="hidden" name={`${name}.drawn`} defaultValue={asText(drawn)} data-drawn />
      <div className="ground" data-ground hidden>
        <canvas role="img" {...sayIn('aria-label', speech.tell('draw_here', { label: wordingOf(question) }), say)} />
        <p className="help" data-said aria-live="polite" />
        <button type="button" name={name} className="take-back" data-clear hidden>
          {speech.tell('take_back')}
        </button>
      </div>
      <label className="part">
        <span data-typed-label>{speech.tell('type_to_sign')}</span>
        <input
          className="field"
          type="text"
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

const SAID = [
  'sign_with',
  'or_type_name',
  'signed',
  'sign_again',
  'one_moment',
  'preview_unsent',
  'not_through',
  'file_not_taken',
] as const

export const signature: VisitorKind<'signature'> = { Control: Signature, frame: () => 'own label', texts: SAID }
