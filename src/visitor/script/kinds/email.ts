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
  field.addEventListener('change', async () => {
    offer.hidden = true
    const { correct } = (await import(CORRECT_ADDRESS)) as { correct: Correct }
    const better = correct(field.value)
    if (better === null) return
    button.textContent = better
    offer.hidden = false
  })
  button.addEventListener('click', () => {
    field.value = button.textContent ?? ''
    offer.hidden = true
    field.focus()
    tellEntered(field)
  })
}
