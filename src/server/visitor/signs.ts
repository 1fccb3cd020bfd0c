import { createChallenge, verifySolution } from 'altcha-lib'
import { type Suspicion, suspect } from '@/core/spam/suspect'
import type { PageSigns, SentSigns } from '@/visitor/signs'
import { context } from '../context'
import { count, ofAsker } from '../door/limits'
import type { LiveForm } from '../forms/live'
import { readOpened, workKey, writeOpened } from '../visits/secret'

/**
 * The greatest number that the page's work looks for, which it finds after trying half of them on average:
 * well under a second of a phone's time, spent while the visitor types.
 */
const MOST_WORK = 40_000

/** What a page for a visit brings, so that it is told from a machine's post. `before`: when it was opened first. */
export async function giveSigns({ formId }: LiveForm, visit: string, before?: string): Promise<PageSigns> {
  const { LICHEN_SECRET: secret } = context().config
  const kept = before !== undefined && readOpened(secret, formId, visit, before) !== null
  return {
    opened: kept ? before : writeOpened(secret, formId, visit, new Date()),
    task: await createChallenge({ hmacKey: workKey(secret, formId, visit), maxNumber: MOST_WORK }),
  }
}

/** Why what was sent for a visit looks like a machine's; `visit` is `null` where it names none of ours. */
export async function suspectSender(
  { formId }: LiveForm,
  visit: string | null,
  { opened: told = '', work, website }: SentSigns,
): Promise<Suspicion[]> {
  const { LICHEN_SECRET: secret } = context().config
  const opened = visit === null ? null : readOpened(secret, formId, visit, told)
  const worked = visit !== null && (await hasWorked(work, workKey(secret, formId, visit)))
  const signs = { trapped: Boolean(website), open: opened && (Date.now() - opened.getTime()) / 1000, worked }
  // What is suspicious anyway uses up nothing of what people without a script may send from the same network.
  const seemsFine = suspect({ ...signs, crowded: false }).length === 0
  return suspect({ ...signs, crowded: seemsFine && !worked && count(...ofAsker('plain')) > 0 })
}

/** Whether this is the number that was looked for. What a stranger wrote there may be anything. */
async function hasWorked(solution: string | undefined, key: string): Promise<boolean> {
  if (!solution) return false
  try {
    return await verifySolution(solution, key)
  } catch {
    return false
  }
}
