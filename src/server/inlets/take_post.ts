import { fileAddress } from '@/core/answers/files'
import type { Form } from '@/core/form/definition'
import { answeredByHand, questionsAsked } from '@/core/form/values'
import type { Came } from '@/core/inlets/came'
import { askedThrough, feedsOf, isTrapped, type ReadCame, readCame } from '@/core/inlets/read_came'
import { mannerOf } from '@/core/kinds/registry'
import { tagsOfFrame } from '@/core/sources/source'
import type { Db } from '@/db/database'
import { answerWithFile, markHeld, markTaken, readTypes, type StoredInlet, type StoredPost } from '@/db/queries/inlets'
import type { WrongAnswer } from '@/db/schema_of_inlets'
import { context } from '../context'
import { inLanguage, type LiveForm, type SpokenForm } from '../forms/live'
import { ownHostsOf } from '../hosts/base'
import { type Accepted, acceptSubmission, type Judge } from '../submissions/acceptSubmission'
import { recordProgress } from '../visits/recordProgress'
import { askedForOrigin, keepParameters, unreadParameters, type Visitor } from '../visits/visitor'

/** What became of a post that was read by what was agreed on. */
export type TakenPost =
  | { is: 'taken'; accepted: Extract<Accepted, { ok: true }>; live: SpokenForm; visitor: Visitor }
  | {
      is: 'held'
      wrong: WrongAnswer[]
      live: SpokenForm
      visitor: Visitor
      values: Record<string, unknown>
    }
  /** Its form has no room for it just now, or takes none: it goes on waiting. */
  | { is: 'waiting'; wait: number }

/**
 * Takes a post as a submission, the way of any that is sent. One that cannot be taken is kept as it came, with what is wrong,
 * and as an unfinished entry. Taking one twice takes it once. `at` is when it came, `null` for now.
 */
export async function takePost(
  db: Db,
  inlet: StoredInlet,
  released: LiveForm,
  post: StoredPost,
  judge: Judge,
  at: Date | null,
): Promise<TakenPost> {
  const asked = askedThrough(released.form, inlet.name)
  const live = asItStood(inLanguage({ ...released, form: asked }, post.told.languages), at)
  const read = readCame(asked, inlet.name, post.came, inlet.settings)
  const { unknown, values } = await answerWithFiles(db, asked, read)
  const visitor = visitorOf(live, post, read)
  const visit = { id: post.visitId, proven: true, test: post.test }
  const ownHosts = ownHostsOf(context().config.LICHEN_URL, live.hosts)
  // Before it is sent, which its visit is told by what applies it.
  const whole = { began: true, steps: stepsOf(asked), values: {} }
  await recordProgress(db, live, whole, visitor, visit, ownHosts, at)
  const accepted = await acceptSubmission(db, live, values, visitor, visit, trapping(judge, post, inlet), at)
  if (accepted.ok) {
    await markTaken(db, post.id, accepted.submission, unknown)
    return { is: 'taken', accepted, live, visitor }
  }
  if (accepted.why !== 'wrong') return { is: 'waiting', wait: accepted.why === 'too many' ? accepted.wait : 0 }
  const wrong = accepted.errors.map(({ name, message }) => ({ name, message }))
  await recordProgress(db, live, { ...whole, values, meantToSend: true }, visitor, visit, ownHosts, at)
  await markHeld(db, post.id, wrong)
  return { is: 'held', wrong, live, visitor, values }
}

/** The form as it stood when something came: what came while it was open is taken, whenever that is. */
const asItStood = (live: SpokenForm, at: Date | null): SpokenForm =>
  at !== null && live.closed?.is === 'closed' && at < live.closed.since ? { ...live, closed: null } : live

/** What fills in the field that nobody sees is a machine. */
const trapping =
  (judge: Judge, { came }: StoredPost, { settings }: StoredInlet): Judge =>
  async (given) => {
    const { suspicions, wait } = await judge(given)
    return isTrapped(came, settings)
      ? { suspicions: [...new Set([...suspicions, 'trap' as const])], wait }
      : { suspicions, wait }
  }

/** Steps that have a question: whoever sends all at once has been through them. */
const stepsOf = (form: Form): string[] => [...new Set(questionsAsked(form).map(({ step }) => step.name))]

/** Who sent a post, as far as it tells. */
function visitorOf(live: SpokenForm, { told }: StoredPost, { beside }: ReadCame): Visitor {
  const inAddress = new URLSearchParams(told.parameters)
  const link = [...told.parameters, ...tagsOfFrame(told.page, inAddress), ...beside]
  const visitor: Visitor = {
    link: keepParameters(live.form, link),
    unread: unreadParameters(live.form, told.parameters),
    pageBefore: null,
    holder: null,
    framedBy: told.page,
    through: 'inlet',
    browser: { language: told.languages[0] ?? null, zone: null, screen: null },
  }
  // Their page has not asked it as ours would have.
  return live.form.asksOrigin ? askedForOrigin(visitor, false) : visitor
}

/** Has files answer the questions that take them; others stay with the post, as what nobody has said anything of. */
async function answerWithFiles(db: Db, form: Form, { files, unknown, values }: ReadCame) {
  const types = await typesOf(db, files)
  const left: [string, Came[number][1]][] = []
  const answers = { ...values }
  for (const { question, file } of files) {
    const asking = answeredByHand(form).find(({ name }) => name === question)
    const takes = asking && mannerOf(asking).files?.(asking)
    const type = types.get(file.id) ?? ''
    if (!takes || !takes.types[type] || file.bytes > takes.bytes) {
      left.push([question, file])
      continue
    }
    await answerWithFile(db, file.id, question)
    const address = fileAddress(context().config.LICHEN_URL, file.id, file.name)
    answers[question] = [answers[question] ?? [], address].flat()
  }
  return { values: answers, unknown: [...unknown, ...left] }
}

const typesOf = async (db: Db, files: ReadCame['files']) =>
  new Map(
    files.length === 0
      ? []
      : (
          await readTypes(
            db,
            files.map(({ file }) => file.id),
          )
        ).map(({ id, type }) => [id, type] as const),
  )

/** What is wrong, by the fields of theirs that it came in. */
export const asTheyCallIt = (form: Form, inlet: string, wrong: readonly WrongAnswer[]): WrongAnswer[] =>
  wrong.map(({ name, message }) => ({
    name: feedsOf(form, inlet).find(({ question }) => question === name)?.name ?? name,
    message,
  }))
