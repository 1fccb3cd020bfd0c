/**
 * Tells the page that frames this one how tall it is, and again whenever that changes, so that the frame can be as tall
 * (`site/frame.ts`). Who may frame it is the form's to say; all that anybody else could learn is a height.
 */
if (parent !== window) {
  const root = document.documentElement
  root.dataset.framed = ''
  const tell = () => parent.postMessage({ lichen: 'height', height: root.getBoundingClientRect().height }, '*')
  new ResizeObserver(tell).observe(root)
  // Out of sight, browsers may put off what an observer sees.
  tell()
  addEventListener('load', tell)
}
