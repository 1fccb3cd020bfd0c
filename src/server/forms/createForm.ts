import { formSchema, type FormInput } from '@/core/form/definition'
import type { Db } from '@/db/database'
import { insertForm } from '@/db/queries/forms'
import { blankForm } from '@/core/form/blank'

export interface FormRequest {
  name: string
  slug: string
  folder?: string
  campaign?: string
  draft?: FormInput | undefined
}

/** Makes a form with a blank draft, or with the one given. `null` when the address is taken. */
export async function createForm(
  db: Db,
  workspaceId: string,
  request: FormRequest,
  userId: string | null,
): Promise<string | null> {
  const draft = request.draft ? formSchema.parse(request.draft) : blankForm(request.name)
  return insertForm(db, {
    workspaceId,
    slug: request.slug,
    name: request.name,
    folder: request.folder ?? '',
    campaign: request.campaign ?? '',
    ownerId: userId,
    draft,
  })
}
