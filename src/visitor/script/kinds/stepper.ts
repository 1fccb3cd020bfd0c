/** Lets a number be counted down and up: by buttons, and by the arrow keys in its box. */
export function enliven(box: HTMLElement): void {
  const field = box.querySelector<HTMLInputElement>('.field')
  const limits = field?.parentElement?.dataset
  if (!field || !limits) return
  const [from, to, by] = [Number(limits.from), Number(limits.to), Number(limits.by)]
  const count = (ways: number) => {
    const now = Number(field.value)
    const begins = field.value.trim() === '' || !Number.isFinite(now)
    // Counted in steps, not added up: 0.1 and 0.2 are 0.3 here.
    const next = begins ? from : (Math.round(now / by) + ways) * by
    field.value = String(Number(Math.min(to, Math.max(from, next)).toPrecision(12)))
    field.dispatchEvent(new Event('input', { bubbles: true }))
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
