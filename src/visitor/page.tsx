import type { PageFact } from '@/core/origins/source'
import type { Language, Speech, Words } from '@/core/language/texts'
import { type Answers, type Moment, valueIn } from '@/core/answers/answer'
import type { AnswerError } from '@/core/form/check'
import { wordingOf } from '@/core/answers/options'
import { isBeyondPage, usesIn } from '@/core/answers/wording_uses'
import { type KindName, rulesOf } from '@/core/kinds/registry'
import type { Form, Marks } from '@/core/form/definition'
import { say } from '@/core/form/said'
import { outcomesOf } from '@/core/form/outcomes'
import { findQuestion, questionsIn } from '@/core/form/values'
import { headingOf, wordingsIn } from '@/core/form/wordings'
import type { Way } from '@/core/form/walk'
import { isStanding, type Standing as WhatStands } from '@/core/look/look'
import { type VisitorForm, visitorView } from '@/core/form/visitor_view'
import { type Assets, Document, type PageLook, type Shared } from './document'
import { idOfQuestion } from './errors'
import { forwardWords } from './forward'
import { visitorKindOf } from './kinds/registry'
import { placeOf, stopsOf } from '@/core/form/stops'
import { showsAllAtOnce } from '@/core/form/paces'
import { markProgress, tellProgress } from './progress'
import { MayKeepOrigin } from './mayKeepOrigin'
import { Paragraphs } from './paragraphs'
import { Languages } from './languages'
import { QuestionField } from './question'
import { type Around, Line, Said, type Say } from './said'
import { type PageSigns, Signs } from './signs'
import { Standing } from './standing'
import { scriptWords } from './texts'

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
  /** Which questions in turn it asks, in our own words; `null` where none are asked in turn. */
  turnsSaid: string | null
  /** Said where all is known that is asked in turn; `null` where it is not, or nothing is said. */
  allKnown: string | null
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
  /** Whether it may be kept where somebody came from; `null` where nobody is asked. */
  mayKeepOrigin: boolean | null
  /** Whether no frame around it waits to be told how tall it is. */
  alone: boolean
  /** How others link to it; `null` for a page that nobody else gets. */
  linked: Pick<Shared, 'address' | 'picture' | 'embedded'> | null
  /** The day it is where the form is from. */
  now: Moment
  action: string
  resumed: boolean
  language: Language
  speech: Speech
  /** What the form that led here says after sending. */
  greeting: string | null
  remembering: Remembering
  /** `test` is a colleague's, who tries it; `preview` sends nothing and tells its frame what is typed. */
  mode: 'live' | 'test' | 'preview'
}

/** Whether its visitor may wish to be known again, or is; `notMe` is where they say that they are somebody else. */
export type Remembering = { is: 'offered'; ticked: boolean } | { is: 'remembered'; notMe: string } | null

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
  const { placed = false } = state.look
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
      more={scriptsBeside(form, assets, state.alone)}
      preview={mode === 'preview'}
      shared={sharedOf(state)}
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
          {state.allKnown && <Paragraphs {...around(form.turns.greeting, state.allKnown)} className="notice" />}
          {state.greeting && <p className="notice">{state.greeting}</p>}
          {state.remembering?.is === 'remembered' && <NotMe at={state.remembering.notMe} {...state} />}
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
          {state.turnsSaid !== null && <input type="hidden" name="_turns" value={state.turnsSaid} />}
          {state.framedBy && <input type="hidden" name="_frame" value={state.framedBy} />}
          {[...new Set(Object.values(state.onPage))].map((fact) => (
            <input key={fact} type="hidden" name={`_${fact}`} value="" data-told={fact} />
          ))}
          <input type="hidden" name="_language" value={speech.locale} />
          {mode !== 'preview' && <Languages tags={form.languages} language={state.language} speech={speech} />}
          {state.signs && <Signs {...state.signs} solver={placed ? `/${assets.solver}` : undefined} speech={speech} />}
          <div className="alert" role="alert" tabIndex={-1} hidden={!state.notice && state.errors.length === 0}>
            {state.notice ?? <ErrorSummary say={sayIt} {...state} />}
          </div>
          {form.steps.map((step, index) => (
            <StepSection key={step.name} index={index} say={sayIt} {...state} />
          ))}
          {state.remembering?.is === 'offered' && (
            <label className="option consent remember">
              <input type="checkbox" name="_remember" value="yes" defaultChecked={state.remembering.ticked} />
              <span>{speech.tell('remember_me')}</span>
            </label>
          )}
          {state.mayKeepOrigin !== null && <MayKeepOrigin agreed={state.mayKeepOrigin} speech={speech} />}
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
          id="lichen-form"
          dangerouslySetInnerHTML={{ __html: JSON.stringify(data).replaceAll('<', '\\u003c') }}
        />
      </main>
    </Document>
  )
}

/** Says that the browser remembers somebody, to whom may be somebody else. Trying the page out, nobody is. */
const NotMe = ({ at, mode, speech }: { at: string } & Pick<PageState, 'mode' | 'speech'>) => (
  <form className="notice not-me" method="post" action={at}>
    <span>{speech.tell('remembered_here')}</span>{' '}
    <button type={mode === 'preview' ? 'button' : 'submit'} className="back">
      {speech.tell('not_me')}
    </button>
  </form>
)

/** What a link to the form is shown with: the first paragraph of what it says of itself. */
const sharedOf = ({ linked, intro, form }: PageState): Shared | null =>
  linked && { ...linked, description: intro.split(/\n{2,}/)[0] ?? '', inSearch: form.inSearch }

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

/** The kinds that stand in a form, each once. */
const kindsAsked = (form: Form): KindName[] => [...new Set(questionsIn(form).map(({ question }) => question.kind))]

/** Whether something on the page is written anew with each answer. */
const usesWhatIsKnown = (form: Form): boolean => wordingsIn(form).some((wording) => usesIn(wording).length > 0)

/** Scripts that only some forms need. */
const scriptsBeside = (form: Form, { keys, says, prints, fits }: Assets, alone: boolean): string[][] => [
  ...(form.pace === 'one' ? [keys] : []),
  ...(usesWhatIsKnown(form) ? [says] : []),
  ...(outcomesOf(form).some(({ summary }) => summary) ? [prints] : []),
  ...(form.framedBy.length > 0 && !alone ? [fits] : []),
]

const shownAsOf = (form: Form, name: string): string => {
  const question = findQuestion(form, name)
  return question ? wordingOf(question) : name
}

const sendsFiles = (form: Form): boolean => kindsAsked(form).some((kind) => visitorKindOf(kind).sendsFiles)
