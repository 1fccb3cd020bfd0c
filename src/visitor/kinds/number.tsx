import type { ControlProps, VisitorKind } from './control'
import { NumberBox } from './unit'

const NumberField = (props: ControlProps<'number'>) => (
  <span className="with-unit">
    <NumberBox props={props} />
  </span>
)

export const number: VisitorKind<'number'> = { Control: NumberField, frame: () => 'label' }
