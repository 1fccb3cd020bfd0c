import type { ControlProps, VisitorKind } from './control'
import { NumberInput, NumberUnit } from './unit'

const NumberField = (props: ControlProps<'number'>) => (
  <span className="with-unit">
    <NumberInput props={props} />
    <NumberUnit props={props} />
  </span>
)

export const number: VisitorKind<'number'> = { Control: NumberField, frame: () => 'label' }
