import type { LinkParameters } from '@/core/answers/link_parameters'
import { ENGLISH, languageOf } from '@/core/language/languages'
import type { AnswerError } from '@/core/form/check'
import { originsOf } from '@/core/fill/origins_of'
import { foreseeTurns, originsOfKnown, knownThatShows } from '@/core/fill/turns'
import { fillForm, takeCarried, waitsForLanding } from '@/core/fill/fill'
import { storedRead } from '@/core/fill/reads'
import { tryAs } from '@/core/fill/try_as'
import type { Try } from '@/core/form/tries'
import { REFERRAL_LETTERS } from '@/core/formats/referral_code'
import type { Form } from '@/core/form/definition'
import { labelOf } from '@/core/form/values'
import { walkForm } from '@/core/form/walk'
import { personOf, type Plan, planSubmission } from '@/core/plan/plan'
import { settleLanded } from '@/core/plan/settle_landed'
import { wantedBy } from '@/core/records/wanted'
import type { Db } from '@/db/database'
import { readRecords } from '@/db/queries/records'
import type { StoredForm } from '@/db/queries/forms'
import { findHolder } from '@/db/queries/holders'
import { readNumbersTaken } from '@/db/queries/running_numbers'
import { readOwner, readResources, type WorkspaceResources } from '@/db/queries/workspace'
import { context } from '../context'
import { codeFrom } from '../people/referral_codes'
import { drawFor, knownOf } from '../visits/known'
import { inTurnFor } from '../visits/turns'
import { factsAt } from './facts'

export interface DraftRun {
  plan: Plan
  /** What the answers would be refused for; the plan is made of the sound ones. */
  errors: AnswerError[]
  /** What is asked in turn this time, the next, and so on, by what the questions are called. */
  turns: string[][]
}

/** Answers to plan with, and what is known of whoever sends them. */
export interface DraftInput {
  values: Readonly<Record<string, unknown>>
  link: LinkParameters
  /** Id of the contact whose personal link is used. */
  contact: string | null
  /** Whether the contact is known by a browser that remembers them, and not by a personal link. */
  remembered?: boolean
  /** Test values to plan with, in place of what is known of anybody. */
  tried?: Try | undefined
  /** Carried values to take as they are, as those of an arrival; the others are filled. */
  carried?: Readonly<Record<string, unknown>>
  /** In which language and region they were spoken to (BCP 47), of those that arrived. */
  locale?: string | null
  /** When they were given, for those that were before: a day that was to come then may be past. */
  at?: Date
}

/** The form that a draft is of. */
type DraftOf = Pick<StoredForm, 'id' | 'workspaceId' | 'ownerId' | 'slug' | 'liveNumber'>

/**
 * Plans what a draft would do with some answers, as a stranger or as the holder of a personal link. `known` is what the
 * workspace has, where it is planned many times over.
 */
export async function planDraft(
  db: Db,
  form: Form,
  owner: DraftOf,
  input: DraftInput,
  known?: WorkspaceResources,
): Promise<DraftRun> {
  const { id, workspaceId, slug } = owner
  const resources = known ?? (await readResources(db, workspaceId))
  const { timeZone } = resources.workspace
  const at = input.at ?? new Date()
  const holder = input.contact
    ? await findHolder(db, { workspaceId, contact: input.contact }, storedRead(form, slug), timeZone)
    : null
  const draft = { slug, number: owner.liveNumber ?? 0, language: languageOf(form.languages[0] ?? 'en'), timeZone }
  const draw = drawFor(context().config.LICHEN_SECRET, id, 'a draft')
  const asked = { ...knownOf(draft, { link: input.link, pageBefore: null, holder }, at), draw }
  const told = input.tried ? tryAs(asked, input.tried) : asked
  const { carried: filled, questions } = fillForm(form, told, input.values)
  const carried = { ...filled.values, ...takeCarried(form, input.carried ?? {}) }
  const { form: inTurn, turns } = inTurnFor(form, told, carried, null, input.values)
  const settled = { ...carried, ...turns.known }
  const { answers, errors } = walkForm(inTurn, input.values, settled, { ...factsAt(timeZone, at), speech: ENGLISH })
  const left = knownThatShows(form, turns, { ...carried, ...answers })
  const sent = {
    values: { ...carried, ...left, ...answers },
    origins: originsOf(form, answers, questions, { ...filled.origins, ...originsOfKnown(left) }),
  }
  const [ownedBy, records, taken] = await Promise.all([
    readOwner(db, workspaceId, owner.ownerId),
    readRecords(db, workspaceId, wantedBy(form, sent.values, holder?.id ?? null)),
    waitsForLanding(form) ? readNumbersTaken(db, [id]) : new Map<string, number>(),
  ])
  const snapshot = { ...resources, owner: ownedBy, records }
  const facts = {
    linkHolder: holder?.id ?? null,
    remembered: input.remembered ?? false,
    submission: null,
    form: id,
    locale: input.locale ?? null,
  }
  const own = records.find((one) => one.id === personOf(form, sent.values, facts, snapshot).contact)?.codes?.[0]
  const given = {
    number: (taken.get(id) ?? 0) + 1,
    code: own ?? codeFrom((n) => draw(`referral code ${n}`, REFERRAL_LETTERS)),
  }
  const { values, origins } = settleLanded(form, sent, snapshot, given) ?? sent
  const foreseen = foreseeTurns(form, told, carried).map((names) => names.map((name) => labelOf(form, name)))
  return { plan: planSubmission(form, values, origins, facts, snapshot), errors, turns: foreseen }
}
