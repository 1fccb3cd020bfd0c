/** Puts something where the script element stands; at the end of the page where that is in its head, which is never shown. */
export function put(element: HTMLElement, place: HTMLScriptElement): void {
  if (!document.head.contains(place)) place.after(element)
  else if (document.body) document.body.append(element)
  else addEventListener('DOMContentLoaded', () => document.body.append(element))
}
