/** Says how many characters there are, of how many there may be. */
export function enliven(box: HTMLElement): void {
  const field = box.querySelector('textarea')
  const counter = box.querySelector<HTMLElement>('[data-most]')
  if (!field || !counter) return
  const count = () => (counter.textContent = `${[...field.value].length} of ${counter.dataset.most} characters`)
  counter.hidden = false
  field.addEventListener('input', count)
  field.addEventListener('change', count)
  count()
}
