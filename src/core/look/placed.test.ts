import { expect, it } from 'vitest'
import { placedCss } from './placed'

it('speaks of its own element, its own width and the reader’s own size', () => {
  const css =
    ':root{--pad:1.25rem}:root:lang(ar){--x:1px}body{margin:0}@media (max-width: 40rem){main{padding:-0.5rem}}'
  expect(placedCss(css)).toBe(
    '.page{--pad:calc(1.25*var(--rem))}.page:lang(ar){--x:1px}.page{margin:0}@container (max-width:640px){main{padding:calc(-0.5*var(--rem))}}',
  )
})
