import { tellCharacters } from '../../characters'
import type { Enliven } from '../kinds'

/** Keeps saying how many characters there are, of how many there may be. */
export const enliven: Enliven = (box, speech) => {
  const field = box.querySelector('textarea')
  const counter = box.querySelector<HTMLElement>('[data-most]')
  if (!field || !counter) return
  const count = () => (counter.textContent = tellCharacters(speech, field.value, Number(counter.dataset.most)))
  counter.hidden = false
  field.addEventListener('input', count)
  field.addEventListener('change', count)
  if (field.value) count()
}
