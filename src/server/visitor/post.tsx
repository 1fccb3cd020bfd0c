import { type Answers, valueIn } from '@/core/answers/answer'
import type { AnswerError } from '@/core/form/check'
import { filesIn } from '@/core/answers/files'
import { fillForm } from '@/core/fill/fill'
import { readBoxes } from '@/core/form/boxes'
import { showsAllAtOnce } from '@/core/form/paces'
import { walkForm } from '@/core/form/walk'
import type { SentSigns } from '@/visitor/signs'
import { knownToken } from '../access/token'
import { context } from '../context'
import { count, of, ofAsker, tooMany } from '../door/limits'
import { findShownForm, inLanguage, type LiveForm, type SpokenForm } from '../forms/live'
import type { ReceivedForm } from '../files/receiveForm'
import { type FactsHere, factsFor } from '../forms/facts'
import { problem } from '../problem'
import { acceptSubmission, type Judge, trustSender } from '../submissions/acceptSubmission'
import { type ClaimedVisit, claimVisit } from '../visits/claim'
import { ownHostsOf } from '../hosts/base'
import { knownOf } from '../visits/known'
import { fillStart, type FormStart } from '../visits/openForm'
import { inTurnFor } from '../visits/turns'
import { recordOrigin, recordProgress } from '../visits/recordProgress'
import { givePass, proofOf, type VisitPass } from '../visits/secret'
import { type BrowserPass, rememberHolder } from '../visits/remembered'
import { releaseNumberSchema, type Visitor } from '../visits/visitor'
import { addressOn, GOES_ON, maySend, pageAround, parametersSent, visitOfSent } from './elsewhere'
import { closedHtml, formHtml, saidHtml, tooManyHtml } from './html'
import { languageFor, languagesWanted } from './language'
import { lookBelow } from './look'
import { answerOutcome } from './outcome'
import {
  isTestLink,
  type Keeping,
  linkSecret,
  readFields,
  readSentJson,
  tellVisitor,
  type VisitorCall,
  withoutSecret,
} from './request'
import { remembering } from './remembering'
import { sayTurns } from '../visits/turns'
import { giveSigns, judgeSender, trustHolder } from './signs'

/** Takes answers sent as JSON, by the page's script or by any program. */
export async function postJson({ request, live, keeping }: VisitorCall): Promise<Response> {
  const { visitors: db, config } = context()
  const trusted = await isTrusted(request, live)
  if (trusted === null) return problem(401, 'The token is not one of this form’s workspace, or may not send.')
  // Programs with a token count by it alone.
  const wait = trusted
    ? count(...of('token', request.headers.get('authorization') ?? ''))
    : count(...ofAsker('send', live.slug))
  if (wait > 0) return tooMany(wait)
  const sent = await readSentJson(request)
  const found = sent.release ? await findShownForm(db, live, sent.release) : live
  const shown = found && inLanguage(found, languagesWanted(request, sent.language))
  if (!shown) return problem(409, 'The form has changed since this page was opened.', { release: live.number })
  const visitor = await tellVisitor(db, shown, {
    // A page sends to the address that it has itself, with its parameters.
    link: sent.link ? Object.entries(sent.link) : new URL(request.url).searchParams,
    k: sent.k ?? linkSecret(request),
    pageBefore: sent.before,
    request,
    told: sent,
  })
  const visit = claimVisit(config.LICHEN_SECRET, live.formId, sent, trusted)
  const judge = trusted ? trustSender : judgeOf(live, visitor, visit, sent)
  await recordOrigin(db, shown, visitor, visit, ownHostsOf(config.LICHEN_URL, live.hosts))
  const accepted = await acceptSubmission(db, shown, sent.values, visitor, visit, judge, null)
  const forPage = request.headers.get('accept')?.includes('text/html') ?? false
  if (accepted.ok) {
    const { submission, outcome } = accepted
    const response = forPage
      ? await answerOutcome(shown, visitor, accepted, 200)
      : Response.json({ submission, outcome: { ...outcome, because: undefined } })
    response.headers.append('set-cookie', keeping.forgetLink())
    if (sent.remember)
      await remember(response, keeping, rememberHolder(db, shown, visitor, visit, accepted.values, null))
    return response
  }
  switch (accepted.why) {
    case 'wrong':
      return problem(422, 'Some answers are wrong.', { errors: accepted.errors })
    case 'sent before':
      return problem(409, 'This visit has sent already.')
    case 'too many':
      return tooMany(accepted.wait)
    case 'closed':
      // The page's script shows whatever page it gets.
      return forPage ? closedHtml(shown) : problem(403, 'This form is closed.')
  }
}

const judgeOf = (live: LiveForm, visitor: Visitor, visit: ClaimedVisit | null, signs: SentSigns): Judge =>
  visitor.holder || visit?.test ? trustHolder(live) : judgeSender(live, visit?.proven ? visit.id : null, signs)

/** Whether a program shows a token of the form's workspace that may send; `null` when it shows another. */
async function isTrusted(request: Request, live: LiveForm): Promise<boolean | null> {
  const authorization = request.headers.get('authorization')
  if (!authorization) return false
  const token = await knownToken(context().visitors, authorization)
  return token?.workspaceId === live.workspaceId && token.rights.has('answer') ? true : null
}

/** Takes one step of a plain HTML form, from a browser that runs no script. */
export async function postPage(call: VisitorCall): Promise<Response> {
  const { request, live, keeping, sent } = call
  const wait = count(...ofAsker('send', live.slug))
  if (wait > 0) return tooManyHtml(wait, languageFor(request), 'sent_often')
  const { visitors: db, config } = context()
  const url = new URL(request.url)
  const fields = await readFields(call)
  const own = ownFields(fields)
  // Every page of ours names its step.
  if (textIn(fields, '_step') === undefined) return postFromElsewhere(call, fields)
  const secret = linkSecret(request)
  const shown = await findShownForm(db, live, own.release ?? live.number)
  const visitor = await tellVisitor(db, shown ?? live, {
    link: url.searchParams,
    k: secret,
    pageBefore: own.before,
    request,
    told: own,
  })
  const visit = claimVisit(config.LICHEN_SECRET, live.formId, own, false)
  const action = withoutSecret(url, secret !== null)
  const form = inLanguage(shown ?? live, languagesWanted(request, own.switchTo ?? own.language))
  const typedIn = inLanguage(shown ?? live, languagesWanted(request, own.language))
  const entered = { ...fields, ...readBoxes(form.form.steps, fields, typedIn.speech) }
  const facts = await factsFor(form, visit, entered, new Date())
  const page = new StepPost(form, visitor, entered, visit, action, facts)
  const response = await page.answer(shown === null, sent?.refused ?? [])
  if (page.sent) response.headers.append('set-cookie', keeping.forgetLink())
  if (page.sent && own.remember)
    await remember(response, keeping, rememberHolder(db, form, visitor, visit, page.sent, null))
  return response
}

/** Takes the whole of a form, as a page of another site sends it that asks it in HTML of its own. */
async function postFromElsewhere(call: VisitorCall, fields: Record<string, unknown>): Promise<Response> {
  const { request, live, keeping, sent } = call
  const { visitors: db, config } = context()
  const url = new URL(request.url)
  const page = pageAround(request)
  const form = inLanguage(live, languagesWanted(request, textIn(fields, '_language')))
  const visitor = await tellVisitor(db, live, {
    link: parametersSent(live.form, request, fields, page),
    k: linkSecret(request),
    pageBefore: textIn(fields, '_before'),
    request,
    told: { ...ownFields(fields), frame: page?.href, through: 'html' },
  })
  const { LICHEN_SECRET: secret } = config
  const given = isTestLink(secret, live.formId, url) ? 'test' : 'visit'
  if (live.closed && given !== 'test') return closedHtml(form)
  const pass = sent?.pass ?? givePass(secret, live.formId, given)
  const visit = { id: pass.id, proven: true, test: given === 'test' }
  const entered = { ...fields, ...readBoxes(form.form.steps, fields, form.speech) }
  const facts = await factsFor(form, visit, entered, new Date())
  const action = withoutSecret(url, linkSecret(request) !== null)
  const post = new StepPost(form, visitor, entered, visit, action, facts)
  const response = await post.answerWhole(maySend(live.form, page), sent?.refused ?? [])
  if (post.sent) response.headers.append('set-cookie', keeping.forgetLink())
  // What came is gone on with, also from a page of theirs that leads here.
  else response.headers.append('set-cookie', keeping.visit(pass))
  return response
}

/** Gives a browser what it will be known again by, where it is to be. */
async function remember(response: Response, keeping: Keeping, known: Promise<BrowserPass | null>): Promise<void> {
  const pass = await known
  if (pass) response.headers.append('set-cookie', keeping.browser(pass))
}

/** A field that stands once in a page. */
const textIn = (entered: Readonly<Record<string, unknown>>, field: string): string | undefined => {
  const text = valueIn(entered, field)
  return typeof text === 'string' ? text : undefined
}

/** What a page says of itself. */
const ownFields = (entered: Readonly<Record<string, unknown>>) => ({
  visit: textIn(entered, '_visit'),
  proof: textIn(entered, '_proof'),
  release: releaseNumberSchema.safeParse(textIn(entered, '_release')).data,
  before: textIn(entered, '_before'),
  frame: textIn(entered, '_frame'),
  zone: textIn(entered, '_zone'),
  screen: textIn(entered, '_screen'),
  /** The language the page is in, and the one that it is to be in next. */
  language: textIn(entered, '_language'),
  switchTo: textIn(entered, '_in'),
  remember: textIn(entered, '_remember'),
  origin: textIn(entered, '_origin'),
  turns: textIn(entered, '_turns'),
})

const signsIn = (entered: Readonly<Record<string, unknown>>): SentSigns => ({
  opened: textIn(entered, '_opened'),
  work: textIn(entered, '_work'),
  website: textIn(entered, '_website'),
  hands: textIn(entered, '_hands'),
})

class StepPost {
  sent: Answers | null = null
  private readonly start: FormStart
  /** The step that was shown. */
  private readonly asked: string
  private readonly current: string
  private visit: ClaimedVisit

  constructor(
    private readonly live: SpokenForm,
    private readonly visitor: Visitor,
    private readonly entered: Record<string, unknown>,
    visit: ClaimedVisit | null,
    private readonly action: string,
    private readonly facts: FactsHere,
  ) {
    const { steps } = live.form
    const known = knownOf(live, visitor, new Date())
    const { carried } = fillForm(live.form, known)
    this.start = fillStart(inTurnFor(live.form, known, carried.values, visit?.turns ?? null, entered), known)
    const { id } = visit ?? givePass(context().config.LICHEN_SECRET, live.formId)
    this.visit = { ...(visit ?? { id, proven: true, test: false }), turns: this.start.turns.asked }
    const shown = live.form.steps.find(({ name }) => name === entered._step) ?? steps[0]
    // Where all is asked at once, all of it was sent.
    this.asked = shown?.name ?? ''
    this.current = (showsAllAtOnce(live.form.pace) ? steps.at(-1) : shown)?.name ?? ''
  }

  /** `changed` says that the page sent was of a release too old to be taken. */
  async answer(changed: boolean, refused: ReceivedForm['refused']): Promise<Response> {
    const { live, entered, visitor, visit, facts } = this
    const { visitors: db, config } = context()
    const checked = walkForm(this.start.form, entered, this.start.carried, facts)
    const steps = checked.steps.map(({ name }) => name)
    const all = showsAllAtOnce(live.form.pace)
    const at = all ? steps.length - 1 : steps.indexOf(this.current)
    if (changed)
      return this.show(steps[0] ?? this.current, {
        notice: live.speech.tell('form_changed'),
      })
    if (refused.length > 0)
      return this.showErrors(
        refused.map(({ question, tellWhy }) => ({ name: question, message: tellWhy(live.speech) })),
      )
    if (textIn(entered, '_in') !== undefined) return this.show(this.asked)
    if (entered._go === 'back') return this.show(steps[Math.max(0, at - 1)] ?? this.current)
    if (this.hasNewQuestion(checked.shown))
      return this.show(this.current, { notice: live.speech.tell('another_question') })
    const { errors } = walkForm(this.start.form, entered, this.start.carried, { upTo: this.current, ...facts })
    if (errors.length > 0) return this.showErrors(errors)
    const next = steps[at + 1]
    if (next) {
      const reached = steps.slice(0, at + 2)
      const progress = { began: true, steps: reached, values: entered }
      await recordProgress(db, live, progress, visitor, visit, ownHostsOf(config.LICHEN_URL, live.hosts), null)
      return this.show(next)
    }
    return this.send(signsIn(entered), null)
  }

  /**
   * Answers what came whole from a page of another site: whatever that did not ask is asked here. `allowed` says that the
   * form lets the site send.
   */
  async answerWhole(allowed: boolean, refused: ReceivedForm['refused']): Promise<Response> {
    const { live, entered, visitor, facts } = this
    const { visitors: db, config } = context()
    const whole = walkForm(this.start.form, entered, this.start.carried, facts)
    const isWhole = whole.errors.length === 0 && refused.length === 0
    if (isWhole && !this.visit.test && filesIn(whole.answers).length === 0)
      this.visit = { ...this.visit, id: (await visitOfSent(live, this.entered, whole.answers)) ?? this.visit.id }
    if (allowed || !isWhole) {
      const steps = whole.steps.map(({ name }) => name)
      const progress = {
        began: true,
        steps: isWhole ? steps : steps.slice(0, 1),
        // What is sent is kept by that, or as spam and by nothing else.
        values: isWhole ? {} : entered,
        meantToSend: allowed,
      }
      await recordProgress(db, live, progress, visitor, this.visit, ownHostsOf(config.LICHEN_URL, live.hosts), null)
    }
    if (isWhole)
      return this.send({ ...signsIn(entered), elsewhere: allowed }, addressOn(live.form, textIn(entered, GOES_ON.sent)))
    const errors = [
      ...refused.map(({ question, tellWhy }) => ({ name: question, message: tellWhy(live.speech) })),
      ...whole.errors,
    ]
    const elsewhere = allowed ? addressOn(live.form, textIn(entered, GOES_ON.wrong)) : null
    if (elsewhere) {
      for (const { name } of errors) elsewhere.searchParams.append('wrong', name)
      return new Response(null, { status: 303, headers: { location: elsewhere.href } })
    }
    const isAsked = ({ name }: AnswerError) => valueIn(entered, name) !== undefined
    if (refused.length > 0 || errors.some(isAsked)) return this.showErrors(errors)
    const step = this.stepOf(errors[0]?.name)
    return this.show(step, { notice: live.speech.tell('still_asked') })
  }

  /** Sends it; `readAt` is an address that stands for our page of what is read afterwards. */
  private async send(signs: SentSigns, readAt: URL | null): Promise<Response> {
    const { live, entered, visitor, visit } = this
    const { visitors: db, config } = context()
    const judge = judgeOf(live, visitor, visit, signs)
    await recordOrigin(db, live, visitor, visit, ownHostsOf(config.LICHEN_URL, live.hosts))
    const accepted = await acceptSubmission(db, live, entered, visitor, visit, judge, null)
    if (accepted.ok) {
      this.sent = accepted.values
      return answerOutcome(live, visitor, accepted, 303, readAt)
    }
    switch (accepted.why) {
      case 'wrong':
        return this.showErrors(accepted.errors)
      case 'sent before':
        return saidHtml(409, live.language, 'sent_before_title', 'sent_before')
      case 'too many':
        return tooManyHtml(accepted.wait, live.language, 'sent_often')
      case 'closed':
        return closedHtml(live)
    }
  }

  /** Whether answers on this page made one of its questions show that the visitor has not seen yet. */
  private hasNewQuestion(shown: readonly string[]): boolean {
    const seen = new Set((textIn(this.entered, '_shown') ?? '').split(' '))
    const { steps, pace } = this.start.form
    const here = showsAllAtOnce(pace) ? steps : steps.filter(({ name }) => name === this.current)
    return here.flatMap(({ questions }) => questions).some(({ name }) => shown.includes(name) && !seen.has(name))
  }

  private showErrors(errors: AnswerError[]): Promise<Response> {
    return this.show(this.stepOf(errors[0]?.name), { errors }, 422)
  }

  private stepOf(question: string | undefined): string {
    const step = this.live.form.steps.find(({ questions }) => questions.some(({ name }) => name === question))
    return step?.name ?? this.current
  }

  private async show(
    step: string,
    more: { notice?: string; errors?: AnswerError[] } = {},
    status = 200,
  ): Promise<Response> {
    const signs = await giveSigns(this.live, this.visit.id, signsIn(this.entered).opened)
    return formHtml(
      {
        form: this.start.form,
        turns: this.start.turns,
        turnsSaid: sayTurns(this.live, this.visit.id, this.start.turns),
        language: this.live.language,
        speech: this.live.speech,
        look: this.look(),
        release: this.live.number,
        values: this.entered,
        carried: this.start.carried,
        onPage: this.start.onPage,
        wordingValues: this.start.values,
        step,
        errors: more.errors ?? [],
        notice: more.notice ?? null,
        pass: this.pass(),
        signs,
        pageBefore: this.visitor.asked?.before ?? this.visitor.pageBefore,
        framedBy: this.visitor.asked?.frame ?? this.visitor.framedBy ?? null,
        mayKeepOrigin: this.visitor.asked?.agreed ?? null,
        alone: this.visitor.through === 'page',
        now: this.facts.now,
        linked: null,
        action: this.action,
        resumed: false,
        greeting: null,
        remembering: remembering(
          this.live,
          this.visitor,
          this.visit,
          this.action,
          textIn(this.entered, '_remember') !== undefined,
        ),
        mode: this.visit.test ? 'test' : 'live',
      },
      status,
    )
  }

  private look = () =>
    lookBelow(`/f/${this.live.slug}`, this.live.form, this.live.theme, this.visitor.through === 'page')

  /** What the next page shows of the visit: its proof only where this one showed it. */
  private pass(): VisitPass {
    const { id, proven } = this.visit
    return { id, proof: proven ? proofOf(context().config.LICHEN_SECRET, this.live.formId, id) : '' }
  }
}
