import { createHash } from 'node:crypto'
import type { Form } from '@/core/form/definition'
import { looksOfQuestions } from '@/core/form/looks'
import { themeCss } from '@/core/look/css'
import { placedCss } from '@/core/look/placed'
import type { Theme } from '@/core/look/theme'
import { themeFacesCss } from '@/visitor/fonts'
import type { PageLook } from '@/visitor/document'
import { visitorAssets } from './assets'

/** The letters of a form's look, and its variables: together its pages' second style sheet. */
const lettersCss = (theme: Theme): string => themeFacesCss(visitorAssets().fonts, theme)
const variablesCss = (form: Form, theme: Theme): string => themeCss(theme, looksOfQuestions(form))
const lookCss = (form: Form, theme: Theme): string => lettersCss(theme) + variablesCss(form, theme)

/** What a style sheet is told apart by, so that browsers keep it until it changes. */
const markOf = (css: string): string => createHash('sha256').update(css).digest('hex').slice(0, 12)

/** How the pages of a form look, whose style sheets lie below an address of it. */
export const lookBelow = (address: string, form: Form, theme: Theme, placed = false): PageLook => ({
  theme,
  sheet: `${address}/look-${markOf(lookCss(form, theme))}.css`,
  placed,
})

/**
 * The style sheet of a look. It is kept for good by whoever asked for just this one. For a form that stands in a page of
 * another site it is in two parts, since letters belong to the whole of a page and all else to the form.
 */
export function serveLook(
  form: Form,
  theme: Theme,
  mark: string,
  part: 'all' | 'placed' | 'letters' = 'all',
): Response {
  const all = lookCss(form, theme)
  const css = part === 'all' ? all : part === 'letters' ? lettersCss(theme) : placedCss(variablesCss(form, theme))
  return new Response(css, {
    headers: {
      'content-type': 'text/css; charset=utf-8',
      'cache-control': mark === markOf(all) ? 'public, max-age=31536000, immutable' : 'no-cache',
      'cross-origin-resource-policy': 'cross-origin',
    },
  })
}
