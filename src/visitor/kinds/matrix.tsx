import { valueIn } from '@/core/answers/answer'
import { wordingOf } from '@/core/answers/options'
import { Said } from '../said'
import { asTexts, type ControlProps, type VisitorKind } from './control'
import { orderFor } from './order'

/** With more options than these, they stand below each other however wide the page is. */
const MOST_BESIDE = 7

/** One row below the other; where there is room, what can be chosen stands above as heads. */
function Matrix({ question, value, id, visit, say }: ControlProps<'matrix'>) {
  const { name, rows, options, several } = question
  const given = typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : {}
  return (
    <div className={options.length <= MOST_BESIDE ? 'as-table' : undefined}>
      <div className="heads" aria-hidden="true">
        <span />
        {options.map((option) => (
          <span key={option.value}>
            <Said wording={wordingOf(option)} say={say} />
          </span>
        ))}
      </div>
      {orderFor(rows, question, visit).map((row, index) => (
        <div
          key={row.value}
          className="row"
          role={several ? 'group' : 'radiogroup'}
          aria-labelledby={`${id}-${row.value}`}
        >
          <span id={`${id}-${row.value}`}>
            <Said wording={wordingOf(row)} say={say} />
          </span>
          {options.map((option, place) => (
            <label key={option.value} className="cell">
              <input
                type={several ? 'checkbox' : 'radio'}
                id={index === 0 && place === 0 ? id : undefined}
                name={`${name}.${row.value}`}
                value={option.value}
                defaultChecked={asTexts(valueIn(given, row.value)).includes(option.value)}
              />
              <span>
                <Said wording={wordingOf(option)} say={say} />
              </span>
            </label>
          ))}
        </div>
      ))}
    </div>
  )
}

export const matrix: VisitorKind<'matrix'> = { stays: true, Control: Matrix, frame: () => 'group' }
