import type { Form } from '@/core/form/definition'
import { namelessAnswers } from '@/core/form/nameless'
import { readStored } from '@/core/form/stored'
import { namelessOutcome, namelessPlan } from '@/core/plan/nameless'
import { readPlan } from '@/core/plan/stored'
import type { Db, Runner } from '@/db/database'
import { readReleases, type SentByThem } from '@/db/queries/traces'
import { forgetFile } from '@/db/queries/files'
import { remove } from '../files/store'
import { placeOfImport } from '../imports/takeFile'
import { log } from '../log'

/** What is left of submissions once nobody is to be told of: shared by whoever erases people, or what they sent. */

/** The forms that submissions were sent to, as they were then. */
export async function readFormsOf(
  tx: Runner,
  submissions: readonly Pick<SentByThem, 'release'>[],
): Promise<(one: Pick<SentByThem, 'release'>) => Form> {
  const definitions = await readReleases(tx, [...new Set(submissions.map(({ release }) => release))])
  const forms = new Map([...definitions].map(([id, definition]) => [id, readStored(definition)]))
  return ({ release }) => {
    const form = forms.get(release)
    if (!form) throw new Error(`There is no release ${release}`)
    return form
  }
}

/** A submission with what tells of nobody. */
export function emptied(form: Form, one: SentByThem): SentByThem {
  const plan = readPlan(one.plan)
  return {
    ...one,
    values: namelessAnswers(form, one.values),
    plan: plan && namelessPlan(plan),
    outcome: namelessOutcome(one.outcome),
  }
}

/** What lies in the store and goes once the database says so: files by id, and those of imports. */
export interface Contents {
  files: readonly string[]
  imports: readonly string[]
}

/** Removes what the database says is gone. What a process that is killed leaves of files, their recurring removal takes. */
export async function forgetContents(db: Db, { files, imports }: Contents): Promise<void> {
  for (const file of files) await forget(() => remove(file).then(() => forgetFile(db, file)))
  for (const one of imports) await forget(() => remove(placeOfImport(one)))
}

async function forget(one: () => Promise<void>): Promise<void> {
  try {
    await one()
  } catch (error) {
    log.warn({ error }, 'A file that was erased could not be removed yet')
  }
}
