import { formSchema, type FormInput } from '@/core/form/definition'
import type { Db } from '@/db/database'
import { insertForm } from '@/db/queries/forms'
import { blankForm } from '@/core/form/blank'
import { nameFrom } from '@/core/form/name_from'

export interface FormRequest {
  name: string
  /** Made from the name when left out. */
  slug?: string | undefined
  folder?: string
  campaign?: string
  draft?: FormInput | undefined
}

/** How many addresses made from one name are tried: there may be as many forms of that name. */
const MOST_NAMESAKES = 500

/**
 * Makes a form with a blank draft, or with the one given; says its address. One made from the name is
 * numbered where others have it; `null` when the address asked for is taken.
 */
export async function createForm(
  db: Db,
  workspaceId: string,
  request: FormRequest,
  userId: string | null,
): Promise<{ id: string; slug: string } | null> {
  const draft = request.draft ? formSchema.parse(request.draft) : blankForm(request.name)
  const form = {
    workspaceId,
    name: request.name,
    folder: request.folder ?? '',
    campaign: request.campaign ?? '',
    ownerId: userId,
    draft,
  }
  const stem = nameFrom(request.name, []).replaceAll('_', '-')
  for (let n = 1; n <= MOST_NAMESAKES; n++) {
    const slug = request.slug ?? (n === 1 ? stem : `${stem}-${n}`)
    const id = await insertForm(db, { ...form, slug })
    if (id) return { id, slug }
    if (request.slug !== undefined) return null
  }
  return null
}
