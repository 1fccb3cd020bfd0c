import { checkAnswers, stepsShown } from '@/core/answers/check'
import type { Answers } from '@/core/answers/answer'
import { context } from '../context'
import { findLiveForm, type LiveForm } from '../forms/live'
import { problem } from '../problem'
import { acceptSubmission } from '../submissions/acceptSubmission'
import { fillStart } from '../visits/openForm'
import { recordProgress } from '../visits/recordProgress'
import type { Visitor } from '../visits/visitor'
import { formHtml, noFormHtml, outcomeHtml } from './html'
import { readBody, readSentJson, tellVisitor } from './request'

/** Takes answers sent as JSON, by the page's script or by any program. */
export async function postJson(request: Request, slug: string): Promise<Response> {
  const { db } = context()
  const live = await findLiveForm(db, slug)
  if (!live) return problem(404, 'There is no live form at this address.')
  const sent = await readSentJson(request)
  const visitor = await tellVisitor(db, live, {
    link: Object.entries(sent.link ?? {}),
    k: sent.k,
    pageBefore: sent.before,
  })
  const accepted = await acceptSubmission(db, live, sent.values, visitor, sent.visit ?? null, new Date())
  return accepted.ok
    ? Response.json({ submission: accepted.submission, outcome: accepted.outcome })
    : problem(422, 'Some answers are wrong.', { errors: accepted.errors })
}

/** Takes one step of a plain HTML form, from a browser that runs no script. */
export async function postPage(request: Request, slug: string): Promise<Response> {
  const { db, config } = context()
  const live = await findLiveForm(db, slug)
  if (!live) return noFormHtml()
  const url = new URL(request.url)
  const entered = Object.fromEntries(new URLSearchParams(await readBody(request)))
  const visitor = await tellVisitor(db, live, {
    link: url.searchParams,
    k: url.searchParams.get('k'),
    pageBefore: entered._before,
  })
  const start = fillStart(live.form, visitor)
  const page = new StepPost(live, visitor, entered, start.carried, start.values, `${url.pathname}${url.search}`)
  return page.answer(db, new URL(config.LICHEN_URL).host)
}

class StepPost {
  private readonly visitId: string
  private readonly current: string

  constructor(
    private readonly live: LiveForm,
    private readonly visitor: Visitor,
    private readonly entered: Record<string, string>,
    private readonly carried: Answers,
    private readonly filled: Answers,
    private readonly action: string,
  ) {
    const { steps } = live.form
    this.visitId = /^[0-9a-f-]{36}$/.test(entered._visit ?? '') ? (entered._visit ?? '') : crypto.randomUUID()
    this.current = steps.find(({ name }) => name === entered._step)?.name ?? steps[0]?.name ?? ''
  }

  async answer(db: ReturnType<typeof context>['db'], ownHost: string): Promise<Response> {
    const { live, entered, visitor, visitId } = this
    const checked = checkAnswers(live.form, entered, this.carried)
    const steps = stepsShown(live.form, checked.shown).map(({ name }) => name)
    const at = steps.indexOf(this.current)
    if (entered._go === 'back') return this.show(steps[Math.max(0, at - 1)] ?? this.current)
    if (this.hasNewQuestion(checked.shown))
      return this.show(this.current, { notice: 'Your answer brought up another question. Please look again.' })
    const { errors } = checkAnswers(live.form, entered, this.carried, this.current)
    if (errors.length > 0) return this.showErrors(errors)
    const next = steps[at + 1]
    if (next) {
      const reached = steps.slice(0, at + 2)
      const progress = { visit: visitId, began: true, steps: reached, values: entered }
      await recordProgress(db, live, progress, visitor, ownHost, new Date())
      return this.show(next)
    }
    const accepted = await acceptSubmission(db, live, entered, visitor, visitId, new Date())
    return accepted.ok ? outcomeHtml(accepted.outcome) : this.showErrors(accepted.errors)
  }

  /** Whether answers on this page made one of its questions show that the visitor has not seen yet. */
  private hasNewQuestion(shown: readonly string[]): boolean {
    const seen = new Set((this.entered._shown ?? '').split(' '))
    const here = this.live.form.steps.find(({ name }) => name === this.current)?.questions ?? []
    return here.some(({ name }) => shown.includes(name) && !seen.has(name))
  }

  private showErrors(errors: { name: string; message: string }[]): Promise<Response> {
    const step = this.live.form.steps.find(({ questions }) => questions.some(({ name }) => name === errors[0]?.name))
    return this.show(step?.name ?? this.current, { errors }, 422)
  }

  private show(
    step: string,
    more: { notice?: string; errors?: { name: string; message: string }[] } = {},
    status = 200,
  ): Promise<Response> {
    return formHtml(
      {
        form: this.live.form,
        values: withTicks(this.live, this.entered),
        carried: this.carried,
        wordingValues: this.filled,
        step,
        errors: more.errors ?? [],
        notice: more.notice ?? null,
        visitId: this.visitId,
        pageBefore: this.visitor.pageBefore,
        action: this.action,
        resumed: false,
        mode: 'live',
      },
      status,
    )
  }
}

/** A ticked box arrives as “yes” and is drawn as `true`. */
function withTicks(live: LiveForm, entered: Record<string, string>): Record<string, unknown> {
  const values: Record<string, unknown> = { ...entered }
  for (const { questions } of live.form.steps)
    for (const { name, kind } of questions) if (kind === 'consent') values[name] = entered[name] === 'yes'
  return values
}
