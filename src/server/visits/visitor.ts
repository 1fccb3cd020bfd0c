import { sourceOf } from '@/core/origins/registry'
import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import { z } from 'zod'
import type { Answers } from '@/core/answers/answer'
import type { SentBefore } from '@/core/origins/source'
import type { Form } from '@/core/form/definition'
import { isWellFormedSecret } from '@/core/fill/personal_link'
import { cutText, makeSound } from '@/core/formats/text'
import type { Db } from '@/db/database'

/** A visit's id in the one way it is stored, however it was written. */
export const visitIdSchema = z.uuid().toLowerCase()

/** A release's number, as programs tell it, or pages in a field. */
export const releaseNumberSchema = z
  .union([z.int(), z.string().max(9).transform(Number)])
  .pipe(z.int().min(1).max(1_000_000))

/** What a request tells of its visitor. Everything but `holder` and `formBefore` is a claim. */
export interface Visitor {
  link: Record<string, string>
  pageBefore: string | null
  holder: LinkHolder | null
  /** Host of the page that frames the form. */
  framedBy?: string | null
  /** What this browser sent in the form that led here, as it proves. */
  formBefore?: (SentBefore & { title: string }) | null
}

/** The contact a personal link was made for. */
export interface LinkHolder {
  id: string
  values: Answers
}

const MOST_PARAMETERS = 30

/** Link parameters worth keeping: the tags everybody uses, and those the form reads. Never the secret. */
export function keepParameters(form: Form, given: Iterable<[string, unknown]>): Record<string, string> {
  const read = parametersRead(form)
  const kept: Record<string, string> = {}
  for (const [name, value] of given) {
    if (name === 'k' || typeof value !== 'string' || value === '') continue
    if (Object.keys(kept).length >= MOST_PARAMETERS) break
    if (read.has(name) || /^utm_[a-z_]{1,20}$/.test(name)) kept[name] = cutText(makeSound(value), 500)
  }
  return kept
}

const readByForm = new WeakMap<Form, Set<string>>()

/** The link parameters that a form's values are filled from. */
function parametersRead(form: Form): Set<string> {
  const known = readByForm.get(form)
  if (known) return known
  const fills = [...form.carried, ...form.steps.flatMap(({ questions }) => questions)].flatMap(({ fill }) => fill)
  const read = new Set(fills.flatMap((fill) => sourceOf(fill).parameter?.(fill) ?? []))
  readByForm.set(form, read)
  return read
}

export const hashSecret = (secret: string): Buffer => createHash('sha256').update(secret).digest()

/** Whose personal link this is; `null` for a wrong, expired, withdrawn or another form's secret. */
export async function findLinkHolder(db: Db, formId: string, secret: unknown): Promise<LinkHolder | null> {
  if (typeof secret !== 'string' || !isWellFormedSecret(secret)) return null
  const row = await db
    .selectFrom('personal_link')
    .innerJoin('record as contact', 'contact.id', 'personal_link.contact_id')
    .select(['contact.id', 'contact.values'])
    .where('personal_link.hash', '=', hashSecret(secret))
    .where('personal_link.form_id', '=', formId)
    .where('contact.gone_by', 'is', null)
    .where('withdrawn_at', 'is', null)
    .where((eb) => eb.or([eb('expires_at', 'is', null), eb('expires_at', '>', sql<Date>`now()`)]))
    .executeTakeFirst()
  return row ?? null
}
