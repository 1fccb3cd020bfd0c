import { lettersFrom } from '@/core/formats/letters'
import { momentIn } from '@/core/formats/zone'
import { type Known, NOTHING_KNOWN } from '@/core/origins/source'
import { hmac } from '../proofs'
import type { SpokenForm } from '../forms/live'
import type { Visitor } from './visitor'

/** What is known of a visitor to a form at a moment, before anything of it is sent. */
export const knownOf = (
  { slug, number, language, timeZone }: Pick<SpokenForm, 'slug' | 'number' | 'language' | 'timeZone'>,
  { link, pageBefore, holder, framedBy, browser, from, formBefore }: Visitor,
  at: Date,
): Known => ({
  ...NOTHING_KNOWN,
  link,
  pageBefore,
  holder: holder?.stored ?? null,
  formBefore: formBefore ?? null,
  framedBy: framedBy ?? null,
  browser: browser ?? NOTHING_KNOWN.browser,
  server: { now: momentIn(timeZone, at), network: from?.network ?? null, country: from?.country ?? null },
  form: { address: slug, release: number, language: language.tag },
})

/** Draws what is random of a visit’s answer: the same each time it is sent, and nothing that anybody else could tell. */
export const drawFor =
  (secret: string, formId: string, visit: string): NonNullable<Known['draw']> =>
  (name, length) =>
    lettersFrom(hmac(secret, `drawn ${formId} ${visit} ${name}`), length)
