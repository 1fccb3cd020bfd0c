import type { Speech } from '@/core/language/texts'
import type { ControlProps, VisitorKind } from './control'
import { Unit, UnitInput } from './unit'

/** The sign of a currency, such as € or SEK. */
const signOf = (currency: string, { locale }: Speech): string =>
  new Intl.NumberFormat(locale, { style: 'currency', currency })
    .formatToParts(0)
    .find(({ type }) => type === 'currency')?.value ?? currency

const MoneyField = (props: ControlProps<'money'>) => (
  <span className="with-unit">
    <Unit id={props.id}>{signOf(props.question.currency, props.speech)}</Unit>
    <UnitInput props={props} inputMode={props.question.whole ? 'numeric' : 'decimal'} />
  </span>
)

export const money: VisitorKind<'money'> = { Control: MoneyField, frame: () => 'label' }
