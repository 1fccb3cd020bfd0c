import { type Answers, valueIn } from '@/core/answers/answer'
import type { AnswerError } from '@/core/form/check'
import { filesIn } from '@/core/answers/files'
import { fillForm } from '@/core/fill/fill'
import { showsAllAtOnce } from '@/core/form/paces'
import { walkForm } from '@/core/form/walk'
import type { SentSigns } from '@/visitor/signs'
import { context } from '../context'
import type { LiveForm, SpokenForm } from '../forms/live'
import type { ReceivedForm } from '../files/receiveForm'
import type { FactsHere } from '../forms/facts'
import { acceptSubmission, type Judge } from '../submissions/acceptSubmission'
import type { ClaimedVisit } from '../visits/claim'
import { ownHostsOf } from '../hosts/base'
import { knownOf } from '../visits/known'
import { fillStart, type FormStart } from '../visits/openForm'
import { inTurnFor } from '../visits/turns'
import { recordOrigin, recordProgress } from '../visits/recordProgress'
import { givePass, proofOf, type VisitPass } from '../visits/secret'
import type { Visitor } from '../visits/visitor'
import { addressOn, GOES_ON, visitOfSent } from './elsewhere'
import { closedHtml, formHtml, saidHtml, tooManyHtml } from './html'
import { lookBelow } from './look'
import { answerOutcome } from './outcome'
import { remembering } from './remembering'
import { sayTurns } from '../visits/turns'
import { giveSigns, judgeSender, trustHolder } from './signs'

/** A field that stands once in a page. */
export const textIn = (entered: Readonly<Record<string, unknown>>, field: string): string | undefined => {
  const text = valueIn(entered, field)
  return typeof text === 'string' ? text : undefined
}

const signsIn = (entered: Readonly<Record<string, unknown>>): SentSigns => ({
  opened: textIn(entered, '_opened'),
  work: textIn(entered, '_work'),
  website: textIn(entered, '_website'),
  hands: textIn(entered, '_hands'),
})

/** Weighs a submission by who sends it: colleagues and whoever came by a personal link are believed. */
export const judgeOf = (live: LiveForm, visitor: Visitor, visit: ClaimedVisit | null, signs: SentSigns): Judge =>
  visitor.holder || visit?.test ? trustHolder(live) : judgeSender(live, visit?.proven ? visit.id : null, signs)

/** One step of a form that a browser sends without a script, or the whole of it from a page elsewhere, and what is answered. */
export class StepPost {
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

  /** The page that the first of these errors is on, with all of them. */
  showErrors(errors: AnswerError[]): Promise<Response> {
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
