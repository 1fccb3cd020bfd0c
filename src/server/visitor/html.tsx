import type { Spoken } from '@/core/form/spoken'
import { languageOf, speak } from '@/core/language/languages'
import type { Language, Speech, TextKey } from '@/core/language/texts'
import { tellAsked } from '@/core/dispatch/ask_to_confirm'
import type { Asked } from '@/db/queries/confirming'
import type { Leaving } from '@/db/queries/leaving'
import type { ReactElement } from 'react'
import type { Answers } from '@/core/answers/answer'
import type { Turns } from '@/core/fill/turns'
import type { Form } from '@/core/form/definition'
import { outcomesOf } from '@/core/form/outcomes'
import { tellSent } from '@/core/form/tell_sent'
import { mergeFields, renderLineOr, renderOr } from '@/core/form/template'
import { walkForm } from '@/core/form/walk'
import type { PageLook } from '@/visitor/document'
import { AskedPage } from '@/visitor/asked_page'
import { LeavePage } from '@/visitor/leave_page'
import { OutcomePage, PlainPage } from '@/visitor/other_pages'
import { FormPage, type PageState } from '@/visitor/page'
import type { Outcome } from '@/core/dispatch/outcome'
import { visitorPolicy } from '../door/headers'
import type { SpokenForm } from '../forms/live'
import type { Mine } from '../mailed/mine'
import { visitorAssets } from './assets'

const HEADERS = {
  'content-type': 'text/html; charset=utf-8',
  'cache-control': 'no-store',
}

/** What differs from page to page; the rest follows from it. */
export type PageInput = Omit<PageState, 'title' | 'intro' | 'standing' | 'way' | 'allKnown'> & {
  /** Which of its questions in turn it asks. */
  turns: Turns

  /** Values the wording may use: what was filled in before anybody typed. */
  wordingValues: Answers
}

export async function formHtml(input: PageInput, status = 200): Promise<Response> {
  const { form, values, carried, wordingValues, step, turns, ...rest } = input
  const { speech } = rest
  const fields = mergeFields(form, { ...carried, ...wordingValues }, { submission: null, speech })
  const { standing } = form.look
  const way = walkForm(form, values, carried, { now: rest.now })
  return html(
    <FormPage
      assets={visitorAssets()}
      form={form}
      values={values}
      carried={carried}
      title={renderLineOr(form.title, fields, '')}
      intro={renderOr(form.intro, fields, '')}
      standing={{
        ...standing,
        heading: renderLineOr(standing.heading, fields, ''),
        text: renderOr(standing.text, fields, ''),
      }}
      allKnown={turns.allKnown && form.turns.allKnown === 'greeting' ? renderOr(form.turns.greeting, fields, '') : null}
      way={way}
      // A step in which nothing shows is none.
      step={(way.steps.find(({ name }) => name === step) ?? way.steps[0])?.name ?? step}
      {...rest}
    />,
    status,
    // The studio shows its preview in a frame of its own.
    { framedBy: input.mode === 'preview' ? ["'self'"] : form.framedBy, leadsTo: sitesLedTo(form) },
  )
}

export const outcomeHtml = (
  { form, language, speech }: Spoken,
  outcome: Outcome,
  values: Answers,
  look: PageLook,
): Promise<Response> =>
  html(
    <OutcomePage
      outcome={outcome}
      sent={outcome.summary ? tellSent(form, values, speech) : null}
      framed={form.framedBy.length > 0}
      language={language}
      speech={speech}
      assets={visitorAssets()}
      look={look}
    />,
    200,
    { framedBy: form.framedBy },
  )

/** How whoever comes by an address in a mail is spoken to. */
export interface Visiting {
  language: Language
  speech: Speech
}

/** The page at which somebody leaves lists. */
export const leaveHtml = (
  { workspaceName, lists }: Pick<Leaving, 'workspaceName' | 'lists'>,
  spoken: Visiting,
  kept: boolean,
): Promise<Response> =>
  html(<LeavePage from={workspaceName} lists={lists} kept={kept} assets={visitorAssets()} {...spoken} />, 200)

/** The page at which somebody says whether it was them who wrote. */
export const mineHtml = (
  { workspaceName, written }: Pick<Mine, 'workspaceName' | 'written'>,
  spoken: Visiting,
): Promise<Response> => askedHtml('mine', spoken.speech.tell('mine_text', { name: workspaceName }), written, spoken)

/** The page at which somebody confirms that they join lists. */
export const joinHtml = (asked: Asked, spoken: Visiting): Promise<Response> => {
  const told = asked.lists.map(({ title, wording }) => ({ label: title, words: wording }))
  const asking = { ...asked, email: asked.address, speech: spoken.speech }
  return askedHtml('join', tellAsked(asking), told, spoken)
}

/** A page that asks yes or no about what is told. */
const askedHtml = (
  answer: 'mine' | 'join',
  text: string,
  told: readonly { label: string; words: string }[],
  { language, speech }: Visiting,
): Promise<Response> =>
  html(
    <AskedPage
      title={speech.tell(`${answer}_title`)}
      text={text}
      told={told}
      answer={answer}
      yes={speech.tell(`${answer}_yes`)}
      no={speech.tell(`${answer}_no`)}
      language={language}
      assets={visitorAssets()}
    />,
    200,
  )

/** A page that says one thing, in our own words; where it stands in place of a form, sites may frame it as they may the form. */
export const plainHtml = (
  status: number,
  title: string,
  text: string,
  language = languageOf('en'),
  framedBy: readonly string[] = [],
  placed = false,
): Promise<Response> => {
  const around = { framed: framedBy.length > 0, placed }
  const page = <PlainPage title={title} text={text} language={language} assets={visitorAssets()} {...around} />
  return html(page, status, { framedBy })
}

/** The same in a visitor's language. */
export function saidHtml(status: number, language: Language, title: TextKey, text: TextKey): Promise<Response> {
  const speech = speak(language.tag)
  return plainHtml(status, speech.tell(title), speech.tell(text), language)
}

/** Says in these words that it was too much for now. */
export async function tooManyHtml(seconds: number, language: Language, text: TextKey): Promise<Response> {
  const page = await saidHtml(429, language, 'moment_title', text)
  page.headers.set('retry-after', String(Math.ceil(seconds)))
  return page
}

/** What visitors of a form read that takes no answers: what its people wrote, or our own words. */
export function closedHtml(live: SpokenForm, placed = false): Promise<Response> {
  const { title, text } = tellClosed(live)
  return plainHtml(200, title, text, live.language, live.form.framedBy, placed)
}

function tellClosed({ closed, beforeWords, closedWords, speech, timeZone }: SpokenForm): {
  title: string
  text: string
} {
  const when = closed?.opensAt ? tellMoment(speech.locale, timeZone, closed.opensAt) : null
  if (closed?.is === 'before')
    return { title: speech.tell('early_title'), text: beforeWords || speech.tell('early', { when: when ?? '' }) }
  const again = when === null ? '' : ` ${speech.tell('again', { when })}`
  return { title: speech.tell('closed_title'), text: closedWords || `${speech.tell('closed')}${again}` }
}

/** A moment as people write it where they read, with the zone that it is of: theirs may be another. */
const tellMoment = (locale: string, timeZone: string, at: Date): string =>
  new Intl.DateTimeFormat(locale, {
    ...({ year: 'numeric', month: 'long', day: 'numeric' } as const),
    ...({ hour: '2-digit', minute: '2-digit', timeZoneName: 'short' } as const),
    timeZone,
  }).format(at)

export const noFormHtml = (language: Language): Promise<Response> => saidHtml(404, language, 'no_form_title', 'no_form')

/** Sites that outcomes of a form lead to: a browser asks for leave before it sends somebody there. */
const sitesLedTo = (form: Form): string[] =>
  outcomesOf(form).flatMap(({ goesTo }) => (goesTo?.to === 'address' ? [new URL(goesTo.address).origin] : []))

async function html(
  page: ReactElement,
  status: number,
  reach: Parameters<typeof visitorPolicy>[0] = {},
): Promise<Response> {
  const { renderToStaticMarkup } = await import('react-dom/server')
  const headers = { ...HEADERS, 'content-security-policy': visitorPolicy(reach) }
  return new Response(`<!doctype html>${renderToStaticMarkup(page)}`, { status, headers })
}
