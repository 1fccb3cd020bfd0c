import type { ControlProps, VisitorKind } from './control'
import { TextInput } from './textInput'

/** The sign of a currency, such as € or SEK. */
const signOf = (currency: string): string =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).formatToParts(0).find(({ type }) => type === 'currency')
    ?.value ?? currency

const MoneyField = (props: ControlProps<'money'>) => (
  <span className="with-unit">
    <span className="unit">{signOf(props.question.currency)}</span>
    <TextInput props={props} inputMode={props.question.whole ? 'numeric' : 'decimal'} />
  </span>
)

export const money: VisitorKind<'money'> = { Control: MoneyField, frame: () => 'label' }
