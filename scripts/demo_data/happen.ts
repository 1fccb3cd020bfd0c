/** Drawn visits happen: what is noticed of each is told, and what is sent is accepted and applied, at its moment. */
import type { Db } from '@/db/database'
import type { Config } from '@/server/config'
import { inLanguage, type LiveForm } from '@/server/forms/live'
import { acceptSubmission, trustSender } from '@/server/submissions/acceptSubmission'
import { appliedWith } from '@/server/submissions/applySettings'
import { applySubmissions } from '@/server/submissions/applySubmissions'
import { advanceVisits, noticeOf, type VisitNotice } from '@/server/visits/advance'
import { noticedIn } from '@/server/visits/recordProgress'
import { rememberHolder } from '@/server/visits/remembered'
import { givePass } from '@/server/visits/secret'
import type { Visitor } from '@/server/visits/visitor'
import { type Answer, type Answers, isList, isRecord } from '@/core/answers/answer'
import { answeredByHand } from '@/core/form/values'
import { walkForm } from '@/core/form/walk'
import { mannerOf } from '@/core/kinds/registry'
import { sendDemoFile } from './files'
import type { Course } from './visits'

/** Visits told of, and submissions applied, in one go. */
const TOGETHER = 60

interface Demo {
  db: Db
  config: Config
  /** When the demo's time ends. */
  now: Date
}

export interface DrawnVisit {
  form: LiveForm
  visitor: Visitor
  answers: Answers
  course: Course
  at: Date
  /** Whether they wish to be known again in their browser. */
  wishes?: boolean
}

/** What happens in a visit: what is noticed, in its order, and when its answers are sent, if they are. */
interface Happened {
  id: string
  form: LiveForm
  visitor: Visitor
  answers: Answers
  notices: VisitNotice[]
  sentAt: Date | null
  /** Whether they wish to be known again in their browser. */
  wishes: boolean
}

/** Whatever was drawn happens, of all forms in the order of time: what somebody sent last is what is stored. */
export async function makeVisits(demo: Demo, visits: readonly DrawnVisit[]): Promise<void> {
  const happened: Happened[] = []
  for (const some of together(visits)) {
    const now = await Promise.all(some.map((one) => happen(demo, one)))
    const notices = now.flatMap((one) => one.notices)
    await demo.db.transaction().execute((tx) => advanceVisits(tx, notices))
    happened.push(...now)
  }
  const sent = happened.filter(({ sentAt }) => sentAt !== null).sort((a, b) => Number(a.sentAt) - Number(b.sentAt))
  for (const some of together(sent)) {
    const accepted = await Promise.all(some.map((one) => accept(demo, one)))
    await applySubmissions(demo.db, accepted, {
      ...appliedWith(demo.config),
      together: TOGETHER,
      // Each at a moment of its own, whoever applies it.
      appliedAt: (receivedAt) => new Date(receivedAt.getTime() + 400),
    })
  }
}

/** Some after the other, as many at once as on a busy site. */
function together<One>(all: readonly One[]): One[][] {
  return Array.from({ length: Math.ceil(all.length / TOGETHER) }, (_, n) => all.slice(n * TOGETHER, (n + 1) * TOGETHER))
}

async function happen(
  demo: Demo,
  { form, visitor, answers: given, course, at, wishes = false }: DrawnVisit,
): Promise<Happened> {
  const { id } = givePass(demo.config.LICHEN_SECRET, form.formId)
  const answers = course.begins ? await withFiles(demo, form, id, given) : given
  const ownHosts = [new URL(demo.config.LICHEN_URL).host]
  const notices: VisitNotice[] = []
  const notice = (moment: number, noticed: VisitNotice['noticed']) =>
    notices.push(noticeOf(form, visitor, { id, test: false }, ownHosts, new Date(moment), noticed))
  const told = (steps: string[], values: Answers) => noticedIn(form.form, { began: true, steps, values }, true)
  const left = { id, form, visitor, answers, notices, sentAt: null, wishes }

  notice(at.getTime(), {})
  if (!course.begins) return left
  const met = walkForm(form.form, answers).steps
  const steps = met.slice(0, course.steps + 1).map(({ name }) => name)
  let moment = at.getTime() + 4000
  notice(moment, told(steps.slice(0, 1), {}))
  for (let step = 0; step < Math.min(course.steps, met.length); step++) {
    moment += (course.seconds[step] ?? 30) * 1000
    const done = met.slice(0, step + 1).flatMap(({ questions }) => questions.map(({ name }) => name))
    const values = Object.fromEntries(Object.entries(answers).filter(([name]) => done.includes(name)))
    if (step + 1 < met.length) notice(moment, told(steps.slice(0, step + 2), values))
    if (step === course.pauseAfter) {
      moment += 5 * 60 * 60 * 1000
      if (moment > demo.now.getTime() - 10 * 60 * 1000) return left
      notice(moment, { returned: form.form.keepUnfinished })
    }
  }
  return course.steps < met.length ? left : { ...left, sentAt: new Date(moment) }
}

async function accept({ db }: Demo, { form, id, visitor, answers, sentAt, wishes }: Happened): Promise<string> {
  const visit = { id, proven: true, test: false }
  const accepted = await acceptSubmission(db, inLanguage(form, []), answers, visitor, visit, trustSender, sentAt)
  if (!accepted.ok) throw new Error(JSON.stringify(accepted))
  if (wishes) await rememberHolder(db, form, visitor, visit, accepted.values, sentAt)
  return accepted.submission
}

/** The same answers with the files in them sent: each is drawn by its name only. */
async function withFiles({ db, config }: Demo, form: LiveForm, visitId: string, answers: Answers): Promise<Answers> {
  const sent: Answers = { ...answers }
  const send = (question: string, names: Answer) =>
    isList(names)
      ? Promise.all(names.map((name) => sendDemoFile(db, form, visitId, question, String(name), config.LICHEN_URL)))
      : null
  for (const { name } of answeredByHand(form.form).filter((question) => mannerOf(question).files)) {
    const answer = answers[name] ?? null
    if (isList(answer)) sent[name] = await send(name, answer)
    else if (isRecord(answer) && isList(answer.drawn)) sent[name] = { drawn: await send(name, answer.drawn) }
  }
  return sent
}
