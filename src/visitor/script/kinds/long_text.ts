import type { Enliven } from '../kinds'

/** Says how many characters there are, of how many there may be. */
export const enliven: Enliven = (box, speech) => {
  const field = box.querySelector('textarea')
  const counter = box.querySelector<HTMLElement>('[data-most]')
  if (!field || !counter) return
  const count = () =>
    (counter.textContent = speech.tell('characters_of', {
      count: [...field.value].length,
      most: Number(counter.dataset.most),
    }))
  counter.hidden = false
  field.addEventListener('input', count)
  field.addEventListener('change', count)
  count()
}
