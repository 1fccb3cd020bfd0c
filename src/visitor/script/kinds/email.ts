import type { Correct } from '../correct_address'
import { tellEntered } from '../kinds'

/** Where what knows of slips is loaded from, once it is needed. */
declare const CORRECT_ADDRESS: string

/** Offers to correct what looks like a slip in an address, once it is left; whoever means it leaves it. */
export function enliven(box: HTMLElement): void {
  const field = box.querySelector('input')
  const offer = box.querySelector<HTMLElement>('[data-offer]')
  const button = offer?.querySelector('button')
  if (!field || !offer || !button) return
  field.addEventListener('change', () => {
    offer.hidden = true
    // Without a connection, nothing is offered.
    import(CORRECT_ADDRESS).then(
      ({ correct }: { correct: Correct }) => {
        button.textContent = correct(field.value)
        offer.hidden = !button.textContent
      },
      () => undefined,
    )
  })
  button.addEventListener('click', () => {
    offer.hidden = true
    field.value = button.textContent ?? ''
    field.focus()
    tellEntered(field)
  })
}
