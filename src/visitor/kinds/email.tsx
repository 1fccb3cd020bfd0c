import type { ControlProps, VisitorKind } from './control'
import { TextInput } from './textInput'

const Email = (props: ControlProps<'email'>) => {
  const [before, after] = props.speech.tell('did_you_mean', { address: '\n' }).split('\n')
  return (
    <>
      <TextInput props={props} type="email" autoComplete="email" inputMode="email" />
      <p className="help offer" data-offer hidden role="status">
        {before}
        <button type="button" className="take-back" />
        {after}
      </p>
    </>
  )
}

export const email: VisitorKind<'email'> = { Control: Email, frame: () => 'label' }
