/** Lets an option that stands alone untick the others, and any other untick it. */
export function enliven(box: HTMLElement): void {
  const ticks = [...box.querySelectorAll<HTMLInputElement>('[type=checkbox]')]
  box.addEventListener(
    'input',
    ({ target }) => {
      const ticked = ticks.find((one) => one === target && one.checked)
      if (!ticked) return
      const alone = ticked.dataset.alone !== undefined
      for (const one of ticks) if (one !== ticked && (alone || one.dataset.alone !== undefined)) one.checked = false
    },
    // Before the page looks at what is ticked.
    { capture: true },
  )
}
