import type { PageFact } from '@/core/origins/source'
import type { Language, Speech, Words } from '@/core/language/texts'
import { type Answers, type Moment, valueIn } from '@/core/answers/answer'
import type { AnswerError } from '@/core/form/check'
import { wordingOf } from '@/core/answers/options'
import { isBeyondPage, usesIn } from '@/core/answers/wording_uses'
import type { Told } from '@/core/form/show'
import { type KindName, rulesOf } from '@/core/kinds/registry'
import type { Outcome } from '@/core/dispatch/outcome'
import type { Form, Marks } from '@/core/form/definition'
import { say } from '@/core/form/said'
import { outcomesOf } from '@/core/form/outcomes'
import { findQuestion, questionsIn } from '@/core/form/values'
import { headingOf, wordingsIn } from '@/core/form/wordings'
import type { Way } from '@/core/form/walk'
import { READY } from '@/core/look/ready'
import { isStanding, type Standing as WhatStands } from '@/core/look/look'
import type { Theme } from '@/core/look/theme'
import { type VisitorForm, visitorView } from '@/core/form/visitor_view'
import { firstFonts, type Fonts } from './fonts'
import { idOfQuestion } from './errors'
import { forwardWords } from './forward'
import { visitorKindOf } from './kinds/registry'
import { placeOf, stopsOf } from '@/core/form/stops'
import { showsAllAtOnce } from '@/core/form/paces'
import { markProgress, tellProgress } from './progress'
import { Paragraphs } from './paragraphs'
import { Languages } from './languages'
import { OutcomeSection } from './outcome'
import { QuestionField } from './question'
import { type Around, Line, Said, SaidTitle, type Say } from './said'
import { type PageSigns, Signs } from './signs'
import { Standing } from './standing'
import { scriptWords } from './texts'

/** Names of the files a page needs, with their contents' hash in them. */
export interface Assets {
  style: string
  /** Every family of letters, for the studio. */
  faces: string
  fonts: Fonts
  /** Keys for forms that ask one question at a time. */
  keys: string[]
  /** Writes wordings that use earlier answers, for forms that have some. */
  says: string[]
  /** Prints what was sent, for forms whose outcome tells it. */
  prints: string[]
  /** The page's own script, last, after what it shares with others. */
  script: string[]
  /** The same of each kind of question. */
  kinds: Record<string, string[]>
}

export interface PageState {
  form: Form
  /** Number of the release shown; 0 in a preview. */
  release: number
  /** Wording with its merge fields filled in. */
  title: string
  intro: string
  standing: WhatStands
  look: PageLook
  values: Readonly<Record<string, unknown>>
  carried: Answers
  /** Values that wait for what only the page’s script can tell, each with what that is. */
  onPage: Record<string, PageFact>
  /** What shows for these values. */
  way: Pick<Way, 'shown' | 'steps' | 'answers'>
  /** Name of the step to show. */
  step: string
  errors: readonly AnswerError[]
  /** Said above the questions, such as that one more has come up. */
  notice: string | null
  /** The visit and the proof that it is this browser's. */
  pass: { id: string; proof: string }
  /** By what it is told from a machine's post; `null` in a preview. */
  signs: PageSigns | null
  pageBefore: string | null
  /** Address of the page that frames it. */
  framedBy: string | null
  /** The day it is where the form is from. */
  now: Moment
  action: string
  resumed: boolean
  language: Language
  speech: Speech
  /** What the form that led here says after sending. */
  greeting: string | null
  /** `test` is a colleague's, who tries it; `preview` sends nothing and tells its frame what is typed. */
  mode: 'live' | 'test' | 'preview'
}

/** How a page looks. */
export interface PageLook {
  theme: Theme
  /** The style sheet that has its variables; `null` where the page's own has them. */
  sheet: string | null
}

/** What the page's script reads. */
export interface PageData extends VisitorForm {
  mode: PageState['mode']
  words: Words
  now: Moment
  /** Whether the page’s script has something to tell; left out where it has not. */
  tells?: true
}

export function FormPage({ assets, ...state }: PageState & { assets: Assets }) {
  const { form, pass, mode, speech } = state
  const data: PageData = {
    ...visitorView(form, state.carried, state.onPage),
    mode,
    words: scriptWords(form, state.speech, mode === 'preview'),
    now: state.now,
    ...(Object.keys(state.onPage).length > 0 && { tells: true }),
  }
  const standing = isStanding(state.standing) ? state.standing.place : null
  const known = { ...state.carried, ...state.way.answers }
  const sayIt = (wording: string) => say(form, wording, known, speech)
  // What uses more than values is written once.
  const around = (wording: string, written: string): Around =>
    isBeyondPage(wording) ? { text: written } : { text: wording, say: sayIt }
  const title = around(form.title, state.title)
  const { standing: stands } = form.look
  const standingWords = {
    heading: around(stands.heading, state.standing.heading),
    text: around(stands.text, state.standing.text),
    say: sayIt,
  }
  return (
    <Document
      title={title}
      language={state.language}
      assets={assets}
      kinds={kindsAsked(form)}
      look={state.look}
      more={scriptsBeside(form, assets)}
      preview={mode === 'preview'}
    >
      <main className={standing === 'beside' ? 'with-beside' : undefined}>
        {standing === 'above' && <Standing {...state.standing} {...standingWords} />}
        <div id="top">
          <h1>
            <Line {...title} />
          </h1>
          {state.intro && <Paragraphs {...around(form.intro, state.intro)} className="intro" />}
          {mode === 'test' && (
            <p className="notice" lang="en" dir="ltr">
              A test: what is sent from here is applied and told of like any other, is marked as a test, and counts
              nowhere.
            </p>
          )}
          {state.greeting && <p className="notice">{state.greeting}</p>}
          {state.resumed && <p className="notice">{speech.tell('still_here')}</p>}
        </div>
        {/* Where there is room for nothing beside, the title comes first. */}
        {standing === 'beside' && <Standing {...state.standing} {...standingWords} />}
        <form
          data-pace={form.pace}
          method="post"
          action={state.action}
          encType={sendsFiles(form) ? 'multipart/form-data' : undefined}
          noValidate
          data-form
        >
          <input type="hidden" name="_visit" value={pass.id} />
          <input type="hidden" name="_proof" value={pass.proof} />
          <input type="hidden" name="_release" value={state.release} />
          <input type="hidden" name="_step" value={state.step} />
          <input type="hidden" name="_shown" value={state.way.shown.join(' ')} />
          <input type="hidden" name="_before" value={state.pageBefore ?? ''} />
          {state.framedBy && <input type="hidden" name="_frame" value={state.framedBy} />}
          {[...new Set(Object.values(state.onPage))].map((fact) => (
            <input key={fact} type="hidden" name={`_${fact}`} value="" data-told={fact} />
          ))}
          <input type="hidden" name="_language" value={speech.locale} />
          {mode !== 'preview' && <Languages tags={form.languages} language={state.language} speech={speech} />}
          {state.signs && <Signs {...state.signs} speech={speech} />}
          <div className="alert" role="alert" tabIndex={-1} hidden={!state.notice && state.errors.length === 0}>
            {state.notice ?? <ErrorSummary say={sayIt} {...state} />}
          </div>
          {form.steps.map((step, index) => (
            <StepSection key={step.name} index={index} say={sayIt} {...state} />
          ))}
          <Actions say={sayIt} {...state} />
          {form.keepUnfinished && (
            <p className="small" id="keeps">
              {speech.tell('kept_as_you_go')}
            </p>
          )}
          <MarkLegend {...form.marks} speech={speech} />
        </form>
        <script
          type="application/json"
          id="form-data"
          dangerouslySetInnerHTML={{ __html: JSON.stringify(data).replaceAll('<', '\\u003c') }}
        />
      </main>
    </Document>
  )
}

/** Says what the mark means; a word says so itself. */
const MarkLegend = ({ on, symbol, colour, speech }: Marks & { speech: Speech }) =>
  /\p{L}/u.test(symbol) ? null : (
    <p className="small">
      <span className={`mark ${colour}`}>{symbol}</span>{' '}
      {speech.tell(on === 'required' ? 'must_be_filled' : 'can_be_left')}
    </p>
  )

function StepSection({
  form,
  title,
  look,
  index,
  say,
  way,
  step: current,
  values,
  errors,
  pass,
  now,
  speech,
}: PageState & { index: number; say: Say }) {
  const step = form.steps[index]
  if (!step) return null
  const headingId = `step-${step.name}`
  const heading = headingOf(step)
  const all = showsAllAtOnce(form.pace)
  // Without a script all of a step is asked at once.
  const stops = stopsOf('steps', way)
  const at = placeOf(stops, { step: step.name, question: null })
  const firstHere = step.questions.find(({ name }) => way.shown.includes(name))?.name
  return (
    <section
      data-step={step.name}
      hidden={all ? !way.steps.includes(step) : step.name !== current}
      aria-labelledby={headingId}
    >
      {form.steps.length > 1 && !all && (
        <div className="progress" data-progress={markProgress(stops, at)}>
          <span>{at < 0 ? '' : tellProgress(speech, stops, at)}</span>
          <progress aria-hidden="true" value={stops[at]?.before ?? 0} max={way.shown.length} />
        </div>
      )}
      <h2 id={headingId} tabIndex={-1} className={form.steps.length > 1 && heading ? undefined : 'unseen'}>
        {heading ? <Said wording={heading} say={say} /> : title}
      </h2>
      {step.questions
        .filter(({ off }) => !off)
        .map((question) => (
          <QuestionField
            key={question.name}
            question={question}
            value={valueIn(rulesOf(question).compute ? way.answers : values, question.name)}
            shown={way.shown.includes(question.name)}
            later={form.pace === 'one' && question.name !== firstHere}
            error={errors.find(({ name }) => name === question.name)?.message}
            marks={form.marks}
            labels={question.ownLook.labels ?? look.theme.labels}
            visit={pass.id}
            now={now}
            say={say}
            speech={speech}
          />
        ))}
    </section>
  )
}

const ErrorSummary = ({ form, errors, say, speech }: PageState & { say: Say }) => (
  <>
    {speech.tell('wrong_answers', { count: errors.length })}
    <ul>
      {errors.map(({ name }) => (
        <li key={name}>
          <a href={`#${idOfQuestion(name)}`}>{say(shownAsOf(form, name))}</a>
        </li>
      ))}
    </ul>
  </>
)

/** “Next” stands before “Back” so that the Enter key goes on; the style sheet puts them in reading order. */
function Actions({ form, way, step, say }: PageState & { say: Say }) {
  const stops = stopsOf(form.pace === 'one' ? 'steps' : form.pace, way)
  const at = placeOf(stops, { step, question: null })
  const last = at === stops.length - 1
  return (
    <div className="actions">
      <button type="submit" className="go" name="_go" value={last ? 'send' : 'next'} data-forward>
        {say(forwardWords(form.wording, stops.length - 1 - at))}
      </button>
      <button type="submit" className="back" name="_go" value="back" data-back hidden={at <= 0}>
        <Said wording={form.wording.back} say={say} />
      </button>
    </div>
  )
}

interface OutcomeProps {
  outcome: Outcome
  /** What was sent, where it is told. */
  sent: Told[] | null
  assets: Assets
  look: PageLook
  language: Language
  speech: Speech
}

/** What is read after sending. The page's script puts the same in place of the form. */
export const OutcomePage = ({ outcome, sent, assets, look, language, speech }: OutcomeProps) => (
  <Document
    title={{ text: outcome.title }}
    language={language}
    assets={assets}
    more={sent ? [assets.prints] : []}
    look={look}
  >
    <main>
      <OutcomeSection {...outcome} sent={sent} speech={speech} />
    </main>
  </Document>
)

const PLAIN: PageLook = { theme: READY.plain.theme, sheet: null }

interface PlainProps {
  title: string
  text: string
  language: Language
  assets: Assets
}

/** A page that says one thing, such as that there is no form at this address. */
export const PlainPage = ({ title, text, language, assets }: PlainProps) => (
  <Document title={{ text: title }} language={language} assets={assets} look={PLAIN}>
    <main>
      <h1>{title}</h1>
      <p>{text}</p>
    </main>
  </Document>
)

interface DocumentProps {
  title: Around
  language: Language
  assets: Assets
  /** The kinds whose scripts the page needs; left out for a page without a script. */
  kinds?: string[]
  look: PageLook
  /** Scripts beside the page's own, before it. */
  more?: string[][]
  /** A look may be tried that is not saved yet. */
  preview?: boolean
  children: React.ReactNode
}

function Document({ title, language, assets, kinds, look, more = [], preview, children }: DocumentProps) {
  // Scripts run in this order, once the page has been read: every kind is there before what asks it.
  const own = kinds ? [...kinds.map((kind) => assets.kinds[kind] ?? []), ...more, assets.script] : more
  const scripts = [...new Set(own.flat())]
  return (
    <html lang={language.tag} dir={language.direction}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <meta name="robots" content="noindex" />
        <SaidTitle {...title} />
        {firstFonts(assets.fonts, look.theme, language.tag).map((file) => (
          <link key={file} rel="preload" as="font" type="font/woff2" href={`/${file}`} crossOrigin="" />
        ))}
        <link rel="stylesheet" href={`/${assets.style}`} />
        {look.sheet && <link rel="stylesheet" href={look.sheet} />}
        {preview && <link rel="stylesheet" href={`/${assets.faces}`} />}
        <link rel="icon" href="data:," />
        {scripts.map((file) => (
          <script key={file} type="module" src={`/${file}`} />
        ))}
      </head>
      <body>{children}</body>
    </html>
  )
}

/** The kinds that stand in a form, each once. */
const kindsAsked = (form: Form): KindName[] => [...new Set(questionsIn(form).map(({ question }) => question.kind))]

/** Whether something on the page is written anew with each answer. */
const usesWhatIsKnown = (form: Form): boolean => wordingsIn(form).some((wording) => usesIn(wording).length > 0)

/** Scripts that only some forms need. */
const scriptsBeside = (form: Form, { keys, says, prints }: Assets): string[][] => [
  ...(form.pace === 'one' ? [keys] : []),
  ...(usesWhatIsKnown(form) ? [says] : []),
  ...(outcomesOf(form).some(({ summary }) => summary) ? [prints] : []),
]

const shownAsOf = (form: Form, name: string): string => {
  const question = findQuestion(form, name)
  return question ? wordingOf(question) : name
}

const sendsFiles = (form: Form): boolean => kindsAsked(form).some((kind) => visitorKindOf(kind).sendsFiles)
