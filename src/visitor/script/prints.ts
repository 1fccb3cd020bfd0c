/** Prints what was sent, on forms whose outcome tells it. */
addEventListener('click', ({ target }) => {
  if (target instanceof Element && target.matches('[data-print]')) print()
})
