import type { Form } from '@/core/form/definition'
import { examineForm } from '@/core/examine/examine'
import type { Finding } from '@/core/examine/finding'
import { examinePictures, picturesShown } from '@/core/examine/pictures'
import type { Runner } from '@/db/database'
import { knownPictures } from '@/db/queries/pictures'
import { readResourcesAndDestinations } from '@/db/queries/workspace'

/** Everything there is to say of a definition in its workspace, by what the workspace has now. */
export async function examineDraft(db: Runner, workspaceId: string, form: Form): Promise<Finding[]> {
  const shown = picturesShown(form).map(({ id }) => id)
  const [resources, pictures] = await Promise.all([
    readResourcesAndDestinations(db, workspaceId),
    knownPictures(db, workspaceId, shown),
  ])
  return [...examineForm(form, resources), ...examinePictures(form, pictures)]
}
