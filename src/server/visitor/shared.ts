import { mergeFields, renderLineOr, renderOr } from '@/core/form/template'
import type { SpokenForm } from '../forms/live'
import { markOfShare, type SharePicture } from './share_picture'

/** What a link to a form is shown with: what it says to somebody of whom nothing is known. */
export function sharePictureOf({ form, slug, theme, speech, language }: SpokenForm): SharePicture {
  const fields = mergeFields(form, {}, { submission: null, speech })
  const [text = ''] = renderOr(form.intro, fields, '').split(/\n{2,}/)
  return { theme, title: renderLineOr(form.title, fields, '').trim() || slug, text: text.trim(), language }
}

/** Where its picture is, which changes as the picture does; in the language that the page is in. */
export function pictureAddressOf(live: SpokenForm, address: string): string {
  const [first] = live.form.languages
  const query = live.language.tag === first ? '' : `?lang=${live.language.tag}`
  return `${address}/share-${markOfShare(sharePictureOf(live))}.png${query}`
}
