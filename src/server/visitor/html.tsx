import type { ReactElement } from 'react'
import { checkAnswers } from '@/core/answers/check'
import type { Answers } from '@/core/answers/answer'
import { mergeFields, renderLine, renderTemplate } from '@/core/dispatch/template'
import { FormPage, OutcomePage, type PageState, PlainPage } from '@/visitor/page'
import type { Outcome } from '@/core/dispatch/outcome'
import { visitorAssets } from './assets'

const HEADERS = {
  'content-type': 'text/html; charset=utf-8',
  'cache-control': 'no-store',
  'referrer-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
  'content-security-policy':
    "default-src 'none'; script-src 'self'; style-src 'self'; connect-src 'self'; img-src 'self' data:; form-action 'self'; base-uri 'none'; frame-ancestors 'self'",
}

/** What differs from page to page; the rest follows from it. */
export type PageInput = Omit<PageState, 'title' | 'intro' | 'shown'> & {
  /** Values the wording may use: what was filled in before anybody typed. */
  wordingValues: Answers
}

export async function formHtml(input: PageInput, status = 200): Promise<Response> {
  const { form, values, carried, wordingValues, ...rest } = input
  const fields = mergeFields(form, { ...carried, ...wordingValues })
  const { shown } = checkAnswers(form, values, carried)
  return html(
    <FormPage
      assets={visitorAssets()}
      form={form}
      values={values}
      carried={carried}
      title={renderLine(form.title, fields)}
      intro={renderTemplate(form.intro, fields)}
      shown={shown}
      {...rest}
    />,
    status,
  )
}

export const outcomeHtml = (outcome: Outcome): Promise<Response> =>
  html(<OutcomePage outcome={outcome} assets={visitorAssets()} />, 200)

export const plainHtml = (status: number, title: string, text: string): Promise<Response> =>
  html(<PlainPage title={title} text={text} assets={visitorAssets()} />, status)

export const noFormHtml = (): Promise<Response> =>
  plainHtml(404, 'There is no form here', 'The address may be mistyped, or the form may have closed.')

async function html(page: ReactElement, status: number): Promise<Response> {
  const { renderToStaticMarkup } = await import('react-dom/server')
  return new Response(`<!doctype html>${renderToStaticMarkup(page)}`, { status, headers: HEADERS })
}
