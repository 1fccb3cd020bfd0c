/**
 * Keys of a form that asks one question at a time: digits choose an option, right and down go on, left and up go
 * back, wherever these keys mean nothing else. Enter goes on by itself, as in any HTML form.
 */
import type { Root } from './kinds'

/** Controls in which digits are written and arrows move about. */
const WRITTEN = 'textarea, select, canvas, input:not([type=radio], [type=checkbox], [type=submit])'
/** What can be chosen in the question that shows. */
const OPTIONS = ['[type=radio]', '[type=checkbox]', 'button.option']
  .map((option) => `[data-step]:not([hidden]) > .question:not([hidden], .later) ${option}`)
  .join()

/** What a key does here: what it presses; `null` for nothing. */
function pressedBy(key: string, target: Element): HTMLElement | null {
  const root = target.getRootNode() as Root
  // Keys of a page that a form only stands in are that page's own.
  if (!root.querySelector('#lichen-form')) return null
  if (target.matches(WRITTEN)) return null
  if (/^[1-9]$/.test(key)) return root.querySelectorAll<HTMLElement>(OPTIONS)[Number(key) - 1] ?? null
  // Arrows go from one radio button to the next.
  if (target.matches('[type=radio]')) return null
  if (/^Arrow(Right|Down)$/.test(key)) return root.querySelector<HTMLElement>('[data-forward]')
  return /^Arrow(Left|Up)$/.test(key) ? root.querySelector<HTMLElement>('[data-back]:not([hidden])') : null
}

addEventListener('keydown', (event) => {
  const { key } = event
  const [target] = event.composedPath()
  if (event.ctrlKey || event.metaKey || event.altKey || !(target instanceof Element)) return
  const pressed = pressedBy(key, target)
  if (!pressed) return
  event.preventDefault()
  if (/^\d$/.test(key)) pressed.focus()
  pressed.click()
})
