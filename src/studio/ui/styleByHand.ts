/**
 * The page's policy forbids style attributes, but not styles set by a script's hand. The chart library writes
 * the first; this turns what it writes into the second.
 */
export function styleByHand(): void {
  const { setAttribute, setAttributeNS } = Element.prototype
  if ('byHand' in setAttribute) return
  const byHand = (element: Element, name: string, value: string): boolean => {
    if (name !== 'style' || !(element instanceof HTMLElement || element instanceof SVGElement)) return false
    element.style.cssText = value
    return true
  }
  Element.prototype.setAttribute = Object.assign(
    function (this: Element, name: string, value: string) {
      if (!byHand(this, name, value)) setAttribute.call(this, name, value)
    },
    { byHand },
  )
  Element.prototype.setAttributeNS = function (this: Element, space: string | null, name: string, value: string) {
    if (!byHand(this, name, value)) setAttributeNS.call(this, space, name, value)
  }
}
