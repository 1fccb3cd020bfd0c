import { partsIn } from '@/core/answers/address'
import { chooseOwnCountry } from '../guess_country'

/** Asks for what addresses have in the country that is chosen, in its order, once one is; what was written stays. */
export function enliven(box: HTMLElement): void {
  const country = box.querySelector<HTMLSelectElement | HTMLInputElement>('[data-country]')
  const parts = box.querySelector('.parts')
  if (!country || !parts) return
  const boxes = new Map(
    [...parts.querySelectorAll('input')].map((input) => [input.name.split('.')[1] ?? '', input] as const),
  )
  const arrange = () => {
    const there: readonly string[] = country.value ? partsIn(country.value) : []
    for (const part of [...there, ...boxes.keys()].filter((one, index, all) => all.indexOf(one) === index)) {
      const input = boxes.get(part)
      const label = input?.closest('label')
      if (!input || !label) continue
      label.hidden = !there.includes(part) && input.value === ''
      parts.append(label)
    }
  }
  if (country instanceof HTMLSelectElement) chooseOwnCountry(country)
  country.addEventListener('change', arrange)
  arrange()
}
