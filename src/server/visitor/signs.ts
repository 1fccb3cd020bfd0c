import { createHash } from 'node:crypto'
import { createChallenge, verifySolution } from 'altcha-lib'
import { readHands } from '@/core/spam/hands'
import { longTexts, typedNames } from '@/core/spam/repeats'
import { type Suspicion, suspect } from '@/core/spam/suspect'
import { workFor } from '@/core/spam/work'
import type { PageSigns, SentSigns } from '@/visitor/signs'
import { context } from '../context'
import { count, of, ofAsker, shareOf } from '../door/limits'
import type { LiveForm } from '../forms/live'
import type { Given, Judge } from '../submissions/acceptSubmission'
import { readOpened, workKey, writeOpened } from '../visits/secret'

/** What a page for a visit brings, so that it is told from a machine's post. `before`: when it was opened first. */
export async function giveSigns({ formId, slug }: LiveForm, visit: string, before?: string): Promise<PageSigns> {
  const { LICHEN_SECRET: secret } = context().config
  const kept = before !== undefined && readOpened(secret, formId, visit, before) !== null
  const opened = kept ? before : writeOpened(secret, formId, visit, new Date())
  return {
    opened,
    task: await createChallenge({ hmacKey: workKey(secret, formId, visit, opened), maxNumber: workDue(slug) }),
  }
}

/** How much work the next page has. A form that many come to asks for half as much more as a network that does. */
function workDue(slug: string): number {
  const [network, form] = [ofAsker('page', slug), of('pages', slug)]
  count(...network, ...form)
  return workFor(Math.max(shareOf(...network), shareOf(...form) / 2))
}

/**
 * Weighs whether what was sent for a visit looks like a machine's, and counts it with its form: what does takes no
 * person's place. `visit` is `null` where it names none of ours.
 */
export const judgeSender =
  ({ formId, slug }: LiveForm, visit: string | null, signs: SentSigns): Judge =>
  async (given) => {
    const suspicions = await suspectSender(formId, visit, signs, given)
    return { suspicions, wait: countForForm(slug, suspicions) }
  }

/** Whoever came by a personal link is known, as are colleagues who try a form, and asked for nothing more. */
export const trustHolder =
  ({ slug }: LiveForm): Judge =>
  () =>
    Promise.resolve({ suspicions: [], wait: countForForm(slug, []) })

const countForForm = (slug: string, suspicions: readonly Suspicion[]): number =>
  count(...of(suspicions.length > 0 ? 'spam' : 'form', slug))

async function suspectSender(
  formId: string,
  visit: string | null,
  { opened: told = '', elsewhere = false, work, website, hands }: SentSigns,
  { form, answers, origins }: Given,
): Promise<Suspicion[]> {
  const { LICHEN_SECRET: secret } = context().config
  const opened = visit === null ? null : readOpened(secret, formId, visit, told)
  const worked = visit !== null && (await hasWorked(work, workKey(secret, formId, visit, told)))
  const texts = longTexts(form, answers, origins).map((text) => createHash('sha256').update(text).digest('base64url'))
  const signs = {
    trapped: Boolean(website),
    open: opened && (Date.now() - opened.getTime()) / 1000,
    elsewhere,
    worked,
    hands: readHands(hands),
    answered: typedNames(answers, origins).length,
    repeated: texts.map((text) => count(...of('same', `${formId} ${text}`)) > 0).some(Boolean),
  }
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
