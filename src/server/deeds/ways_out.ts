import { z } from 'zod'
import { done, notDone } from '../done'
import { readBareHtml } from '../forms/readBareHtml'
import { deed } from './deed'
import { ofForm, withForm } from './of_form'

/** How the live form goes out. */

export const readHtml = deed({
  summary: 'The live release as plain HTML for a page of your own, with what each of its fields takes',
  may: 'read',
  input: ofForm,
  gives: z.object({
    release: z.number(),
    html: z.string(),
    fields: z.array(
      z.object({
        name: z.string().describe('The value it becomes'),
        label: z.string(),
        sentAs: z.array(z.string()).describe('Names of its fields in the HTML'),
        takes: z.string().describe('What its answer must be, in words'),
        must: z.boolean().describe('Whether nothing is sent without it'),
        when: z.string().nullable().describe('Where it is asked, in words; null for always'),
      }),
    ),
  }),
  refusals: { 404: 'No such form, or none is live' },
  run: (by, { slug }) =>
    withForm(by, slug, async (form) => {
      const html = await readBareHtml(by.context, form)
      return html ? done(html) : notDone(404, 'The form was not released yet.')
    }),
})
