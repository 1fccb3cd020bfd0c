import { HtmlValidate } from 'html-validate'
import { expect, it } from 'vitest'
import { fittedFrameHtml, frameHtml, placedHtml, scriptHtml } from '@/core/form/frame_html'

/** What sites put into their pages, by the rules of HTML as `html-validate` has them. */

const validator = new HtmlValidate({
  extends: ['html-validate:recommended'],
  // A frame without a script has its size in its style: the site has no other place for it.
  rules: { 'no-inline-style': 'off' },
})
const url = 'https://forms.studio.example/f/firing-notes'
const titles = ['Firing notes', `"Kilns" & <b>clays</b> 's`, '‮窯 🏺', 'x'.repeat(200)]

it.each<[string, (title: string) => string]>([
  ['a plain frame', (title) => frameHtml(url, title)],
  ['a plain frame as tall as the form', (title) => fittedFrameHtml(url, title, { narrow: 700, wide: 500 })],
  ['the line of a frame', (title) => scriptHtml(url, title, ' data-over="button" data-label="Ask us"')],
  ['the element', (title) => placedHtml(url, title, true)],
])('%s is valid, whatever the form is called', async (_, write) => {
  for (const title of titles) {
    const { results } = await validator.validateString(write(title))
    expect(results.flatMap(({ messages }) => messages.map(({ message }) => message))).toEqual([])
  }
})
