import { readFileSync } from 'node:fs'
import postcss from 'postcss'
import { expect, it } from 'vitest'
import { themeCss } from '@/core/look/css'
import { placedCss } from '@/core/look/placed'
import { READY } from '@/core/look/ready'

/** Style sheets of a form that stands in a page of another site, as PostCSS reads them. */
it.each<[string, string]>([
  ['the page’s own', readFileSync('src/visitor/style.css', 'utf8')],
  ...Object.entries(READY).map(([name, { theme }]): [string, string] => [name, themeCss(theme)]),
])('%s: nothing in it speaks of the page around, of its window or of its sizes', (_, css) => {
  const sheet = postcss.parse(placedCss(css))
  let told = 0
  sheet.walkDecls(({ value }) => {
    told++
    expect(value).not.toMatch(/\drem\b|-calc/)
  })
  sheet.walkRules(({ selector }) => expect(selector).not.toMatch(/:root|\bbody\b|\bhtml\b/))
  sheet.walkAtRules('media', ({ params }) => expect(params).not.toMatch(/width/))
  expect(told).toBeGreaterThan(20)
})
