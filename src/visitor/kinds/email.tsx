import type { ControlProps, VisitorKind } from './control'
import { TextInput } from './textInput'

const Email = (props: ControlProps<'email'>) => (
  <>
    <TextInput props={props} type="email" autoComplete="email" inputMode="email" />
    <p className="help offer" data-offer hidden role="status">
      Did you mean <button type="button" className="take-back" />?
    </p>
  </>
)

export const email: VisitorKind<'email'> = { Control: Email, frame: () => 'label' }
