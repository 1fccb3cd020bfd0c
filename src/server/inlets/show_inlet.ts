import { readForm, readStored } from '@/core/form/stored'
import type { Form } from '@/core/form/definition'
import { questionsAsked } from '@/core/form/values'
import type { Came, CameFile } from '@/core/inlets/came'
import { inletAddress, type InletSettings } from '@/core/inlets/inlet'
import { type Learned, learnFrom } from '@/core/inlets/learn'
import { type Proposal, proposeSenses } from '@/core/inlets/propose'
import { feedsOf, isUnderstood } from '@/core/inlets/read_came'
import type { Db } from '@/db/database'
import type { StoredForm } from '@/db/queries/forms'
import { countPosts, findInlet, readPosts, type StoredInlet, type StoredPost } from '@/db/queries/inlets'
import { context } from '../context'
import { readAddressOf } from '../hosts/base'

/** How many posts are learned from, and how many are shown. */
const MOST = { learned: 200, shown: 50 }

/** A field of a form elsewhere, what is known of it, and what it is likely to be. */
type ShownField = Learned & Omit<Proposal, 'name'> & { released: boolean }

/** A post as it came, or what is left of one that was taken. */
export interface ShownPost extends Pick<StoredPost, 'id' | 'state' | 'test' | 'wrong' | 'submission' | 'receivedAt'> {
  came: { name: string; text: string | null; file: CameFile | null }[]
}

/** An inlet as its people see it. */
export interface ShownInlet {
  name: string
  title: string
  url: string
  settings: InletSettings
  signed: boolean
  /** Whether it is said what its fields mean, in the draft and in what is live. */
  draftUnderstands: boolean
  liveUnderstands: boolean
  waiting: number
  taken: number
  held: number
  fields: ShownField[]
  /** Questions that the draft requires and the form elsewhere does not ask: nobody is kept back for them. */
  notAsked: string[]
  posts: ShownPost[]
}

/** An inlet of a form, with what was learned from what came; `null` where there is none of the name. */
export async function showInlet(db: Db, form: StoredForm, name: string): Promise<ShownInlet | null> {
  const inlet = await findInlet(db, form.id, name)
  if (!inlet) return null
  const [counts, posts, url] = await Promise.all([
    countPosts(db, inlet.id),
    readPosts(db, inlet.id, MOST.learned),
    addressOfInlet(db, inlet),
  ])
  const draft = readForm(form.draft)
  const live = form.liveDefinition === null ? null : readStored(form.liveDefinition)
  const learned = withAgreed(learnFrom(posts.map(({ came }) => came)), draft, name)
  const proposed = proposeSenses(learned, draft, name, inlet.settings)
  return {
    name,
    title: inlet.title,
    url,
    settings: inlet.settings,
    signed: inlet.secret !== null,
    draftUnderstands: isUnderstood(draft, name),
    liveUnderstands: live !== null && isUnderstood(live, name),
    ...counts,
    fields: learned.map((field, at) => ({
      ...field,
      sense: proposed[at]?.sense ?? { to: 'nothing' as const },
      because: proposed[at]?.because ?? '',
      released: live !== null && feedsOf(live, name).some((feed) => feed.name === field.name),
    })),
    notAsked: notAskedBy(draft, name),
    posts: posts.slice(0, MOST.shown).map(showPost),
  }
}

const showPost = ({ id, state, test, wrong, submission, receivedAt, came }: StoredPost): ShownPost => ({
  ...{ id, state, test, wrong, submission, receivedAt },
  came: came.map(([name, said]) =>
    typeof said === 'string' ? { name, text: said, file: null } : { name, text: null, file: said },
  ),
})

/** What was learned of a form elsewhere by all that came to its inlet. */
export async function learnOf(db: Db, inlet: StoredInlet): Promise<Learned[]> {
  const posts = await readPosts(db, inlet.id, MOST.learned)
  return learnFrom(posts.map(({ came }): Came => came))
}

/** Where a form elsewhere is to send to. */
export const addressOfInlet = async (db: Db, { workspaceId, slug, name }: StoredInlet): Promise<string> =>
  inletAddress(await readAddressOf(db, context().config.LICHEN_URL, workspaceId, slug), name)

/** Fields that were agreed on stand with the rest, also when all that came in them was taken. */
function withAgreed(learned: readonly Learned[], draft: Form, name: string): Learned[] {
  const known = new Set(learned.map((field) => field.name))
  const agreed = [...new Set(feedsOf(draft, name).map((feed) => feed.name))].filter((one) => !known.has(one))
  return [...agreed.map(unseen), ...learned]
}

const unseen = (name: string): Learned => ({
  name,
  filled: 0,
  samples: [],
  distinct: 0,
  look: null,
  several: false,
  long: false,
  files: false,
})

function notAskedBy(draft: Form, name: string): string[] {
  const fed = new Set(feedsOf(draft, name).map(({ question }) => question))
  if (fed.size === 0) return []
  return questionsAsked(draft)
    .filter(({ question }) => question.required && !fed.has(question.name))
    .map(({ question }) => question.label)
}
