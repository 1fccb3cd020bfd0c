import { readNumber, writeNumber } from '@/core/language/numbers'
import { type Enliven, tellEntered } from '../kinds'

/** Lets a number be counted down and up: by buttons, and by the arrow keys in its box. */
export const enliven: Enliven = (box, speech) => {
  const field = box.querySelector<HTMLInputElement>('.field')
  const limits = field?.parentElement?.dataset
  if (!field || !limits) return
  const [from, to, by] = [Number(limits.from), Number(limits.to), Number(limits.by)]
  const count = (ways: number) => {
    const now = parseFloat(String(readNumber(field.value, speech)))
    // Counted in steps, not added up: 0.1 and 0.2 are 0.3 here.
    const next = Number.isNaN(now) ? from : (Math.round(now / by) + ways) * by
    field.value = writeNumber(Number(Math.min(to, Math.max(from, next)).toPrecision(12)), speech) as string
    tellEntered(field)
  }
  for (const button of box.querySelectorAll<HTMLButtonElement>('[data-count]')) {
    button.hidden = false
    button.addEventListener('click', () => count(Number(button.dataset.count)))
  }
  field.addEventListener('keydown', (event) => {
    const ways = { ArrowUp: 1, ArrowDown: -1 }[event.key]
    if (!ways) return
    event.preventDefault()
    count(ways)
  })
}
