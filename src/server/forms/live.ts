import { type Form, formSchema } from '@/core/form/definition'
import { findLiveRelease, readRelease } from '@/db/queries/forms'
import type { Db, Runner } from '@/db/database'

/** A release as visitors meet it. */
export interface LiveForm {
  slug: string
  formId: string
  workspaceId: string
  releaseId: string
  number: number
  form: Form
}

/** How long a process may go on serving the release before, in milliseconds. */
const POINTER_LIFE = 1000

interface Cache {
  pointers: Map<string, { live: LiveForm | null; until: number }>
  releases: Map<string, Promise<Form>>
}

const holder = globalThis as { lichenReleases?: Cache }
const cache = (): Cache => (holder.lichenReleases ??= { pointers: new Map(), releases: new Map() })

/** The live release of a slug; `null` where there is none. Definitions never change, pointers do. */
export async function findLiveForm(db: Db, slug: string): Promise<LiveForm | null> {
  const { pointers } = cache()
  const pointer = pointers.get(slug)
  if (pointer && pointer.until > Date.now()) return pointer.live
  const found = await findLiveRelease(db, slug)
  const live = found ? { slug, ...found, form: await readReleasedForm(db, found.releaseId) } : null
  pointers.set(slug, { live, until: Date.now() + POINTER_LIFE })
  return live
}

/** Called after a release, so that this process serves it at once. */
export const forgetLiveForm = (slug: string): void => void cache().pointers.delete(slug)

/** A release's definition, read once for each process. */
export function readReleasedForm(db: Runner, releaseId: string): Promise<Form> {
  const { releases } = cache()
  const known = releases.get(releaseId)
  if (known) return known
  const reading = readRelease(db, releaseId).then(({ definition }) => formSchema.parse(definition))
  releases.set(releaseId, reading)
  reading.catch(() => releases.delete(releaseId))
  return reading
}
