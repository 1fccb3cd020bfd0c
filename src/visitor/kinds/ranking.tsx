import { placesOf } from '@/core/kinds/ranking'
import { wordingOf } from '@/core/answers/options'
import { Said, SaidOption } from '../said'
import { type ControlProps, partText, type VisitorKind } from './control'
import { orderFor } from './order'

/**
 * A menu for each place. Where the page has its script, options are pressed in their order instead; the menus
 * hold the answer either way.
 */
function Ranking({ question, value, id, visit, say, speech }: ControlProps<'ranking'>) {
  const options = orderFor(question.options, question, visit)
  return (
    <div className="ranking">
      <div className="parts" data-places>
        {placesOf(question).map(({ name }, index) => (
          <label key={name} className="part">
            <span>{speech.tell('place', { place: index + 1 })}</span>
            <select
              className="field"
              id={index === 0 ? id : undefined}
              name={`${question.name}.${name}`}
              defaultValue={partText(value, name)}
            >
              <option value="">{speech.tell('choose')}</option>
              {options.map((option) => (
                <SaidOption key={option.value} value={option.value} wording={wordingOf(option)} say={say} />
              ))}
            </select>
          </label>
        ))}
      </div>
      <div className="options" data-order hidden>
        <p className="help">{speech.tell('press_in_order')}</p>
        {options.map(({ value: stored, ...option }) => (
          <button key={stored} type="button" name={question.name} className="option" data-option={stored}>
            <span className="place" aria-hidden="true" />
            <span>
              <Said wording={wordingOf(option)} say={say} />
            </span>
            <span className="unseen" data-said />
          </button>
        ))}
      </div>
    </div>
  )
}

export const ranking: VisitorKind<'ranking'> = { Control: Ranking, frame: () => 'group', texts: ['no_place_yet'] }
