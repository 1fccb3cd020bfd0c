import { addressOf } from '../hosts/base'
import { speakTo } from '@/core/form/spoken'
import type { StoredForm } from '@/db/queries/forms'
import type { Context } from '../context'
import { type BareHtml, writeBareHtml } from '../visitor/bare_html'
import { findLiveForm } from './live'

/** The live release of a form as HTML for pages elsewhere, in the language it was written in; `null` where none is live. */
export async function readBareHtml(
  { db, config }: Pick<Context, 'db' | 'config'>,
  { id, slug }: Pick<StoredForm, 'id' | 'slug'>,
): Promise<(BareHtml & { release: number }) | null> {
  const live = await findLiveForm(db, slug)
  if (live?.formId !== id) return null
  const spoken = { ...live, ...speakTo(live.form, []) }
  return {
    release: live.number,
    ...(await writeBareHtml(spoken, addressOf(config.LICHEN_URL, live.host, slug), new Date())),
  }
}
