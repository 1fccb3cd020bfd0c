import { z } from 'zod'
import { tellSource } from '@/core/sources/source'
import {
  addressWithTags,
  findUnplanned,
  LONGEST_TAG,
  parametersOf,
  type Tags,
  tidyTag,
  type Unplanned,
} from '@/core/sources/tags'
import { addTaggedLink, dropTaggedLink as drop, readPlannedTags, writePlannedTags } from '@/db/queries/tagged_links'
import { done, notDone } from '../done'
import { readTaggedLinks as listLinks } from '../readout/readTaggedLinks'
import { readAddressOf } from '../hosts/base'
import { deed } from './deed'
import { ofForm, withForm } from './of_form'
import { moment, range } from './shapes'

/** Links with tags by house rules, and the rules. */

/** Most links of a form, and most tags of a sort. */
const MOST = { links: 2000, tags: 2000 }

const tagSchema = z
  .string()
  .max(LONGEST_TAG * 4)
  .transform(tidyTag)
  .default('')
const tagsSchema = z.strictObject({ source: tagSchema, medium: tagSchema, campaign: tagSchema })
const tagsShape = { source: z.string(), medium: z.string(), campaign: z.string() }

/** A link in words, as its visits are told. */
const called = (tags: Tags): string => tellSource(parametersOf(tags), null).label

export const readTaggedLinks = deed({
  summary: 'The links with tags that were made for a form, by campaign, with what came of each',
  may: 'read',
  input: ofForm,
  gives: z.object({
    links: z.array(
      z.object({
        id: z.uuid(),
        ...tagsShape,
        url: z.string(),
        madeAt: moment,
        who: z.string().describe('Who made it'),
        arrived: z.number(),
        began: z.number(),
        sent: z.number(),
        finish: range.nullable().describe('Sent of arrived, with its 95 % range'),
      }),
    ),
  }),
  refusals: { 404: 'No such form' },
  run: (by, { slug }) =>
    withForm(by, slug, async ({ id, workspaceId }) => {
      const { db, config } = by.context
      return done({ links: await listLinks(db, id, await readAddressOf(db, config.LICHEN_URL, workspaceId, slug)) })
    }),
})

export const makeTaggedLink = deed({
  summary: 'Make a link with tags to a form, by the house rules; tags are kept in small letters',
  may: 'edit',
  input: ofForm.extend(tagsSchema.shape),
  gives: z.object({ id: z.uuid(), url: z.string() }),
  refusals: {
    404: 'No such form',
    409: 'There is one already, or too many',
    422: 'A tag is not planned, or there is none',
  },
  leaves: { deed: 'makeTaggedLink', about: ({ slug, ...tags }) => `${called(tags)}, ${slug}` },
  run: (by, { slug, ...tags }) =>
    withForm(by, slug, async ({ id: formId, workspaceId }) => {
      const { db, config } = by.context
      if (Object.values(tags).every((tag) => tag === '')) return notDone(422, 'Give a source, a medium or a campaign.')
      const [unplanned] = findUnplanned(tags, await readPlannedTags(db, workspaceId))
      if (unplanned) return notDone(422, sayUnplanned(unplanned))
      const made = await addTaggedLink(db, { ...tags, workspaceId, formId, doer: by.doer }, MOST.links)
      if (made === 'too many') return notDone(409, `A form has ${MOST.links} links at most. Drop some first.`)
      if (made === null) return notDone(409, 'There is such a link already.')
      return done({
        id: made,
        url: addressWithTags(await readAddressOf(db, config.LICHEN_URL, workspaceId, slug), tags),
      })
    }),
})

const sayUnplanned = ({ sort, tag, closest }: Unplanned): string =>
  `“${tag}” is no ${sort} of yours${closest === null ? '' : `; “${closest}” is like it`}.`

export const dropTaggedLink = deed({
  summary: 'Drop a link with tags from those that are kept; it goes on working, and what came of it stays counted',
  may: 'edit',
  input: ofForm.extend({ id: z.uuid() }),
  gives: z.null(),
  refusals: { 404: 'No such form, or no such link' },
  leaves: { deed: 'dropTaggedLink', about: ({ slug }) => slug },
  run: (by, { slug, id }) =>
    withForm(by, slug, async (form) =>
      (await drop(by.context.db, form.id, id)) ? done(null) : notDone(404, 'There is no such link.'),
    ),
})

const plannedSchema = z
  .array(
    z
      .string()
      .max(LONGEST_TAG * 4)
      .transform(tidyTag),
  )
  .max(MOST.tags)
  .transform((tags) => [...new Set(tags)].filter((tag) => tag !== ''))
const plannedShape = z.object({
  source: z.array(z.string()).readonly(),
  medium: z.array(z.string()).readonly(),
  campaign: z.array(z.string()).readonly(),
})

export const readTags = deed({
  summary: 'The tags that links are made with; where there are none of a sort, any is fine',
  may: 'read',
  input: z.object({}),
  gives: plannedShape,
  run: async ({ context, workspaceId }) => done(await readPlannedTags(context.db, workspaceId)),
})

export const setTags = deed({
  summary: 'Say which tags links are made with; they are kept in small letters, with hyphens between words',
  may: 'edit',
  input: z.strictObject({ source: plannedSchema, medium: plannedSchema, campaign: plannedSchema }),
  gives: plannedShape,
  leaves: {
    deed: 'setTags',
    about: ({ source, medium, campaign }) =>
      `${source.length} sources, ${medium.length} mediums, ${campaign.length} campaigns`,
    onceIn: 10,
  },
  async run({ context, workspaceId }, planned) {
    await writePlannedTags(context.db, workspaceId, planned)
    return done(planned)
  },
})
