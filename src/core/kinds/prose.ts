import { saidToVisitors } from '../answers/for_visitors'
import { z } from 'zod'
import { accept, type KindRules } from '../answers/answer'
import { type KindManner, AS_TEXT } from '../answers/kind'
import { shownOnSchema } from '../answers/shown_on'
import { type Picture, pictureSchema } from '../answers/pictures'

/** Settings of prose: its heading is its label, which can be hidden. */
export const settings = () => ({
  text: saidToVisitors(z.string().trim().max(5000))
    .default('')
    .describe('Said below the heading; a blank line begins a paragraph'),
  picture: pictureSchema().nullable().default(null).describe('Shown between its heading and its text'),
  on: shownOnSchema(),
  divider: z.boolean().default(false).describe('Whether a line stands above it'),
})

interface Prose {
  text: string
  picture: Picture | null
}

/** Something said between questions. It asks nothing and has no answer. */
export const rules: KindRules<object> = { asks: false, check: () => accept(null), show: () => '' }

export const manner: KindManner<Prose> = {
  words: 'Prose',
  must: () => 'says something',
  domain: AS_TEXT.domain,
  schema: () => ({ not: {} }),
  width: 'full',
  pictures: ({ picture }) => (picture ? [picture] : []),
  fillable: false,
  unsummed: true,
}
