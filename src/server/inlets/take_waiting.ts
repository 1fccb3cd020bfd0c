import { isUnderstood } from '@/core/inlets/read_came'
import type { Db } from '@/db/database'
import { listWaiting, markHeld, readWaiting, settleSent, type StoredInlet, type StoredPost } from '@/db/queries/inlets'
import { isTemporary, reasonOf } from '../failures'
import { findLiveForm, type LiveForm } from '../forms/live'
import { log } from '../log'
import { trustSender } from '../submissions/acceptSubmission'
import { type TakenPost, takePost } from './take_post'

/** Posts taken before anybody else has a turn. */
const TOGETHER = 50

/**
 * Takes what waits at inlets that somebody has agreed on, in the order it came. A process that is killed in between loses
 * nothing and takes nothing twice. Gives how many were taken or held.
 */
export async function takeWaiting(db: Db): Promise<number> {
  await settleSent(db)
  let taken = 0
  for (const inlet of await listWaiting(db)) taken += await takeOf(db, inlet)
  return taken
}

async function takeOf(db: Db, inlet: StoredInlet): Promise<number> {
  const live = await findLiveForm(db, inlet.slug)
  if (!live || live.formId !== inlet.formId || !isUnderstood(live.form, inlet.name)) return 0
  let taken = 0
  for (const post of await readWaiting(db, inlet.id, TOGETHER)) {
    const is = await takeOne(db, inlet, live, post)
    // Whatever keeps one waiting keeps those after it, which came later.
    if (is === 'waiting') return taken
    taken++
  }
  return taken
}

/** Takes one. What cannot be taken for a reason that nobody foresaw is held, so that it keeps no other from it. */
async function takeOne(db: Db, inlet: StoredInlet, live: LiveForm, post: StoredPost): Promise<TakenPost['is']> {
  try {
    return (await takePost(db, inlet, live, post, trustSender, post.receivedAt)).is
  } catch (error) {
    if (isTemporary(error)) throw error
    log.error({ error, post: post.id }, 'A post that waited at an inlet could not be taken')
    await markHeld(db, post.id, [{ name: '', message: reasonOf(error) }])
    return 'held'
  }
}
