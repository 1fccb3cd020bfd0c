import { AsYouType, type CountryCode } from 'libphonenumber-js/min'
import { chooseOwnCountry } from '../guess_country'

/** Chooses the visitor’s own country, and sets a number’s digits in groups while it is written. */
export function enliven(box: HTMLElement): void {
  const menu = box.querySelector<HTMLSelectElement>('[data-country]')
  const field = box.querySelector<HTMLInputElement>('[data-number]')
  if (!menu || !field) return
  chooseOwnCountry(menu)
  field.addEventListener('input', (event) => {
    const typed = field.value
    // Only who writes on at the end is helped: digits that move under a caret within them help nobody.
    if (field.selectionStart !== typed.length || (event as InputEvent).inputType?.startsWith('delete')) return
    const groups = new AsYouType(menu.value ? (menu.value as CountryCode) : undefined)
    field.value = groups.input(typed)
    const country = groups.getCountry()
    if (typed.startsWith('+') && country) menu.value = country
  })
}
