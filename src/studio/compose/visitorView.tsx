'use client'

import type { Form } from '@/core/form/definition'
import { themeCss } from '@/core/look/css'
import { looksOfQuestions } from '@/core/form/looks'
import { type OwnTheme, themeOf } from '@/core/look/look'
import { nameInEnglish } from '@/core/language/languages'
import { Fragment, useEffect, useMemo, useRef, useState } from 'react'
import { explainPlan } from '@/core/rehearse/explain'
import { type Planned, planDraftAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { useSettled } from '../ui/field'
import { Only, useMay, useWithin } from '../ui/here'
import { Prefilled } from './prefilled'
import { SeenBy, type Seer } from './seenBy'
import { SendTest } from './sendTest'

/** The real page, as seen by anyone you choose, and what would happen if it were sent now. */
export function VisitorView({ people, themes }: { people: Omit<Seer, 'as'>[]; themes: OwnTheme[] }) {
  const { facts, revision, form, open } = useDraft((state) => state)
  const inHere = useWithin()
  const seesPeople = useMay('people')
  const [seen, setSeen] = useState<Seer | null>(null)
  const contact = seen?.as === 'contact' ? seen.id : null
  /** Whether whoever it is shown to is known by their browser, and not by a personal link. */
  const [byBrowser, setByBrowser] = useState(false)
  const remembered = byBrowser && contact !== null && form.remembers
  // Test values may be taken away while they are looked at.
  const tried = form.tries.find(({ name }) => seen?.as === 'tried' && name === seen.id) ?? null
  /** The language it is read in; empty for the form's own. */
  const [language, setLanguage] = useState('')
  const [wide, setWide] = useState(false)
  /** On a narrow screen the view lies over the ledger, once it is asked for. */
  const [unfolded, setUnfolded] = useState(false)
  const frame = useRef<HTMLIFrameElement>(null)
  const typed = useRef<{ values: Record<string, string>; step: string; begun: boolean } | null>(null)
  /** What the page holds; nothing until it told. */
  const [values, setValues] = useState<Record<string, string> | null>(null)
  const opened = useRef(open)
  opened.current = open

  // The view turns to the row that is being worked on.
  useEffect(() => {
    if (open) frame.current?.contentWindow?.postMessage({ lichen: 'restore', to: open }, location.origin)
  }, [open])

  // A look shows as it is chosen, before the draft is saved.
  const css = useMemo(() => {
    const own = themes.find(({ name }) => name === form.look.theme)?.theme ?? null
    return themeCss(themeOf(form.look, own), looksOfQuestions(form))
  }, [form, themes])
  const cssNow = useRef(css)
  useEffect(() => {
    cssNow.current = css
    frame.current?.contentWindow?.postMessage({ lichen: 'look', css }, location.origin)
  }, [css])

  useEffect(() => {
    const greet = () => {
      const tell = (what: object) => frame.current?.contentWindow?.postMessage(what, location.origin)
      tell({ lichen: 'restore', ...typed.current, to: opened.current })
      tell({ lichen: 'look', css: cssNow.current })
    }
    const listen = (event: MessageEvent) => {
      if (event.origin !== location.origin || event.source !== frame.current?.contentWindow) return
      const said = event.data as {
        lichen?: string
        values?: Record<string, string>
        step?: string
        /** Whether it has what was typed in the page before it. */
        whole?: boolean
        /** Whether anybody has entered anything in it. */
        begun?: boolean
      }
      if (said.lichen === 'ready') greet()
      if (said.lichen === 'values' && said.values) {
        const known = said.whole ? said.values : { ...typed.current?.values, ...said.values }
        typed.current = { values: known, step: said.step ?? '', begun: said.begun || typed.current?.begun || false }
        setValues(known)
      }
    }
    addEventListener('message', listen)
    // The page may have said that it is ready before anybody listened.
    greet()
    // A page that does not come leaves the studio to say what would be sent without it.
    const alone = setTimeout(() => setValues((told) => told ?? {}), 5000)
    return () => {
      removeEventListener('message', listen)
      clearTimeout(alone)
    }
  }, [])

  const read = form.languages.some((tag) => tag === language) ? language : ''
  const asked = new URLSearchParams({
    revision: String(revision),
    contact: contact ?? '',
    tried: tried?.name ?? '',
    known: remembered ? 'browser' : '',
    lang: read,
  })
  const address = inHere(`/preview/${facts.slug}?${asked}`)
  return (
    <>
      <Button
        look="main"
        className="fixed right-3 bottom-3 z-30 shadow-md min-[900px]:hidden"
        aria-expanded={unfolded}
        onClick={() => setUnfolded(!unfolded)}
      >
        {unfolded ? 'Back to the ledger' : 'The visitor’s view'}
      </Button>
      <aside
        className={`flex flex-col bg-sunk p-2.5 max-[899px]:fixed max-[899px]:inset-0 max-[899px]:z-20 max-[899px]:w-full max-[899px]:pb-14 ${wide ? 'w-[640px]' : 'w-[340px]'} ${unfolded ? '' : 'max-[899px]:hidden'}`}
        aria-label="The visitor’s view"
      >
        <div className="mb-2 flex items-center gap-2">
          <span className={form.languages.length > 1 ? 'sr-only' : 'whitespace-nowrap text-soft'}>Seen by</span>
          {!seesPeople && <span className="min-w-0 flex-1">a stranger</span>}
          <Only may="people">
            <SeenBy
              people={people.map((one) => ({ as: 'contact' as const, ...one }))}
              tries={form.tries.map(({ name, called }) => ({ as: 'tried' as const, id: name, name: called }))}
              seer={seen?.as === 'tried' ? tried && { ...seen, name: tried.called } : seen}
              remembered={remembered}
              onChoose={(next) => {
                // Another person sees their own values, not the ones typed for somebody else.
                typed.current = null
                setSeen(next)
              }}
            />
          </Only>
          {form.languages.length > 1 && (
            <select
              aria-label="Read in"
              className="box w-auto! max-w-28"
              value={read}
              onChange={(event) => setLanguage(event.target.value)}
            >
              {form.languages.map((tag, index) => (
                <option key={tag} value={index === 0 ? '' : tag}>
                  {nameInEnglish(tag)}
                </option>
              ))}
            </select>
          )}
          <span className="flex rounded-sm border border-edge bg-white" role="group" aria-label="Width">
            {[false, true].map((desk) => (
              <button
                key={String(desk)}
                type="button"
                aria-pressed={wide === desk}
                onClick={() => setWide(desk)}
                className={`px-2 py-0.5 ${wide === desk ? 'bg-moss-bg text-moss' : ''}`}
              >
                {desk ? 'Desk' : 'Phone'}
              </button>
            ))}
          </span>
        </div>
        {contact !== null && form.remembers && (
          <label className="-mt-1 mb-2 flex items-center gap-2 text-soft">
            Known
            <select
              aria-label="Known by"
              className="box w-auto!"
              value={String(byBrowser)}
              onChange={(event) => {
                typed.current = null
                setByBrowser(event.target.value === 'true')
              }}
            >
              <option value="false">by personal link</option>
              <option value="true">by a browser that remembers them</option>
            </select>
          </label>
        )}
        <div className="relative min-h-[300px] flex-1 overflow-hidden rounded-lg border border-rule bg-white">
          {/* Drawn at a phone's or a desk's true width and shown smaller, so that lines break as they will. */}
          <iframe
            ref={frame}
            title="The form as visitors see it"
            src={address}
            className="absolute inset-0 h-[calc(100%/0.8)] w-[calc(100%/0.8)] origin-top-left scale-80"
          />
        </div>
        <IfSentNow
          values={values}
          contact={contact}
          remembered={remembered}
          tried={tried?.name ?? null}
          form={form}
          begun={typed.current?.begun ?? false}
        />
        {typed.current?.begun && <Prefilled values={values ?? {}} />}
        <SendTest values={values ?? {}} contact={contact} />
      </aside>
    </>
  )
}

/** What whoever looks is asked in turn: this time, the next, and after that. */
const Foreseen = ({ turns }: { turns: string[][] }) =>
  turns.length > 0 && (
    <dl className="mb-1 grid grid-cols-[auto_minmax(0,1fr)] gap-x-2">
      {turns.slice(0, 3).map((labels, visit) => (
        <Fragment key={visit}>
          <dt className="text-[#a9ad9c]">{['Asked in turn', 'next time', 'after that'][visit]}</dt>
          <dd>{labels.join(' · ')}</dd>
        </Fragment>
      ))}
    </dl>
  )

interface NowProps {
  values: Record<string, string> | null
  contact: string | null
  remembered: boolean
  /** Name of the test values that are tried. */
  tried: string | null
  form: Form
  /** Whether anybody has filled anything in yet: before that nothing is wrong. */
  begun: boolean
}

/** What would be sent, for those who may see whom it would reach. */
const IfSentNow = (props: NowProps) => (useMay('people') ? <SentNow {...props} /> : null)

function SentNow({ values, contact, remembered, tried, form, begun }: NowProps) {
  const slug = useDraft((state) => state.facts.slug)
  const [result, setResult] = useState<Planned | null>(null)
  const settled = useSettled(JSON.stringify({ values, contact, remembered, tried }), 300)
  const settledForm = useSettled(form, 600)
  useEffect(() => {
    const { values, ...by } = JSON.parse(settled) as Pick<NowProps, 'values' | 'contact' | 'remembered' | 'tried'>
    if (values === null) return
    let stale = false
    planDraftAction({ slug, draft: settledForm, values, ...by })
      .then((next) => {
        if (!stale && next.ok) setResult(next.value)
      })
      .catch(() => undefined)
    return () => {
      stale = true
    }
  }, [slug, settled, settledForm])
  return (
    <section
      aria-label="If sent now"
      aria-live="polite"
      tabIndex={0}
      className="mt-2 max-h-[210px] overflow-auto rounded-lg bg-ink px-3 py-2 text-[12px] leading-[1.6] text-[#e6e7da]"
    >
      <h2 className="text-[12px] text-[#c8d57c]">If sent now</h2>
      {result && <Foreseen turns={result.turns} />}
      {!result && <p>…</p>}
      {result && result.errors.length > 0 && (
        <p className={begun ? 'text-[#f0c58f]' : undefined}>
          {begun ? 'It would be refused: ' : 'Nothing is filled in yet: '}
          {result.errors.length} {result.errors.length === 1 ? 'answer' : 'answers'}{' '}
          {begun ? (result.errors.length === 1 ? 'needs another look.' : 'need another look.') : 'to give.'}
        </p>
      )}
      {result && (
        <ul>
          {explainPlan(result).map(({ text, because }, index) => (
            <li key={index} title={because}>
              {text}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
