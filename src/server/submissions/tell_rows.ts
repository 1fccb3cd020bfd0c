import type { Answers } from '@/core/answers/answer'
import { tellAnswers, type Told } from '@/core/form/show'
import type { Form } from '@/core/form/definition'
import { readStored } from '@/core/form/stored'
import type { Runner } from '@/db/database'
import { readDefinitionsOf } from '@/db/queries/forms'

/** A row of a list that was answered to some release of some form. */
interface Row {
  form: string
  release: number
}

/** Finds the form that each row was answered to, as it was released then. */
export async function formsOfRows(db: Runner, workspaceId: string, rows: readonly Row[]) {
  const forms = new Map<string, Form>()
  for (const { form, release, definition } of await readDefinitionsOf(db, workspaceId, rows))
    forms.set(`${form} ${release}`, readStored(definition))
  return (row: Row): Form | undefined => forms.get(`${row.form} ${row.release}`)
}

/** What was answered, in the words of the form that asked; nothing where the form is not known. */
export const tellFor = (form: Form | undefined, values: Answers | null): Told[] =>
  form && values ? tellAnswers(form, values) : []
