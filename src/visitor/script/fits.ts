/**
 * Tells the page that frames this one how tall it is, and again whenever that changes, so that the frame can be as tall,
 * whether it was sent, and that somebody wants to leave (`site/`). Who may frame it is the form's to say.
 */
if (parent !== window) {
  const root = document.documentElement
  root.dataset.framed = ''
  const tell = () => {
    const sent = document.querySelector('.outcome') !== null
    parent.postMessage({ lichen: 'height', height: root.getBoundingClientRect().height, sent }, '*')
  }
  new ResizeObserver(tell).observe(root)
  // Out of sight, browsers may put off what an observer sees.
  tell()
  addEventListener('load', tell)
  // Pressed in here, the page around does not hear it. What opens by itself, as a list of choices, is left first.
  addEventListener('keydown', ({ key, defaultPrevented }) => {
    if (key === 'Escape' && !defaultPrevented) parent.postMessage({ lichen: 'leave' }, '*')
  })
}
