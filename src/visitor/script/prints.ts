/** Prints what was sent, on forms whose outcome tells it. */
addEventListener('click', ({ target }) => {
  if ((target as Partial<Element> | null)?.matches?.('[data-print]')) print()
})
