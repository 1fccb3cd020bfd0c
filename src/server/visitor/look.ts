import { createHash } from 'node:crypto'
import type { Form } from '@/core/form/definition'
import { looksOfQuestions } from '@/core/form/looks'
import { themeCss } from '@/core/look/css'
import type { Theme } from '@/core/look/theme'
import { themeFacesCss } from '@/visitor/fonts'
import type { PageLook } from '@/visitor/document'
import { visitorAssets } from './assets'

/** The variables and letters of a form's look, as its pages' second style sheet. */
const lookCss = (form: Form, theme: Theme): string =>
  themeFacesCss(visitorAssets().fonts, theme) + themeCss(theme, looksOfQuestions(form))

/** What a style sheet is told apart by, so that browsers keep it until it changes. */
const markOf = (css: string): string => createHash('sha256').update(css).digest('hex').slice(0, 12)

/** How the pages of a form look, whose style sheets lie below an address of it. */
export const lookBelow = (address: string, form: Form, theme: Theme): PageLook => ({
  theme,
  sheet: `${address}/look-${markOf(lookCss(form, theme))}.css`,
})

/** The style sheet of a look. It is kept for good by whoever asked for just this one. */
export function serveLook(form: Form, theme: Theme, mark: string): Response {
  const css = lookCss(form, theme)
  const kept = mark === markOf(css) ? 'public, max-age=31536000, immutable' : 'no-cache'
  return new Response(css, { headers: { 'content-type': 'text/css; charset=utf-8', 'cache-control': kept } })
}
