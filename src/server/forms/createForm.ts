import { formSchema, type FormInput } from '@/core/form/definition'
import type { Db } from '@/db/database'
import { insertForm } from '@/db/queries/forms'
import { blankForm } from '@/core/form/blank'
import { nameFrom } from '@/core/form/name'

export interface FormRequest {
  name: string
  /** Made from the name when left out. */
  slug?: string | undefined
  folder?: string
  campaign?: string
  draft?: FormInput | undefined
}

/** Makes a form with a blank draft, or with the one given; says its address. `null` when that is taken. */
export async function createForm(
  db: Db,
  workspaceId: string,
  request: FormRequest,
  userId: string | null,
): Promise<{ id: string; slug: string } | null> {
  const draft = request.draft ? formSchema.parse(request.draft) : blankForm(request.name)
  const slug = request.slug ?? nameFrom(request.name, []).replaceAll('_', '-')
  const id = await insertForm(db, {
    workspaceId,
    slug,
    name: request.name,
    folder: request.folder ?? '',
    campaign: request.campaign ?? '',
    ownerId: userId,
    draft,
  })
  return id ? { id, slug } : null
}
