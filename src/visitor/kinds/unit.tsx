import type { ReactNode } from 'react'
import type { Unit as Counted } from '@/core/answers/number'
import { Said } from '../said'
import { TextInput, type TextInputProps } from './textInput'

interface Props {
  id: string
  children: ReactNode
}

const idOfUnit = (id: string): string => `${id}-unit`

/** What a number counts, beside its box; screen readers tell it with the box. */
export const Unit = ({ id, children }: Props) => (
  <span className="unit" id={idOfUnit(id)}>
    {children}
  </span>
)

/** A box for a number of something, which stands beside it. */
export const UnitInput = ({ props, ...more }: TextInputProps) => (
  <TextInput
    props={{ ...props, describedBy: [props.describedBy, idOfUnit(props.id)].filter(Boolean).join(' ') }}
    {...more}
  />
)

/** How the page puts what a number counts. */
export const unitAsRead = ({ unit, unitShownAs }: Counted): string => unitShownAs || unit

interface NumberProps {
  props: TextInputProps['props'] & { question: Counted }
}

/** A text field with a number pad: number inputs drop what they cannot read without saying so. */
export const NumberInput = ({ props }: NumberProps) =>
  unitAsRead(props.question) ? (
    <UnitInput props={props} inputMode="decimal" />
  ) : (
    <TextInput props={props} inputMode="decimal" />
  )

/** What the number counts; nothing for a number of nothing. */
export const NumberUnit = ({ props: { question, id, say } }: NumberProps) => {
  const unit = unitAsRead(question)
  return (
    unit && (
      <Unit id={id}>
        <Said wording={unit} say={say} />
      </Unit>
    )
  )
}
