import { notFound } from 'next/navigation'
import { callStep } from '@/core/form/steps'
import { readStored } from '@/core/form/stored'
import { listUnfinished } from '@/db/queries/arrivals'
import { findForm } from '@/db/queries/forms'
import { readBringers } from '@/db/queries/referral_codes'
import { memberPage } from '@/server/access/session'
import { spanSchema } from '@/server/deeds/forms'
import { context } from '@/server/context'
import { readReadout } from '@/server/readout/readReadout'
import { readSummaries } from '@/server/readout/readSummaries'
import { defaultSpan } from '@/server/readout/span'
import { ReadoutView } from '@/studio/readout/readout'

export default memberPage('read', async ({ workspaceId, rights }, { params: { slug = '' }, search }) => {
  const { db } = context()
  const stored = await findForm(db, workspaceId, slug)
  if (!stored) notFound()
  const form = readStored(stored.liveDefinition ?? stored.draft)
  const { from, to } = defaultSpan(spanSchema.safeParse(search).data ?? {}, new Date(), stored.timeZone)
  const [numbers, summaries, left, bringers] = await Promise.all([
    readReadout(db, stored.id, form, from, to),
    readSummaries(db, stored.id, form, from, to, rights.has('people')),
    rights.has('people')
      ? listUnfinished(db, workspaceId, { form: slug, from, to, limit: 8 }).then((page) => page.rows)
      : null,
    rights.has('people') && form.records.broughtBy !== null ? readBringers(db, stored.id, from, to, 8) : null,
  ])
  const titleOf = (name: string | undefined) => {
    const step = form.steps.find((one) => one.name === name)
    return step ? callStep(form.steps, step) : 'the start'
  }
  return (
    <ReadoutView
      numbers={numbers}
      summaries={summaries}
      slug={slug}
      bringers={bringers}
      left={
        left?.map(({ id, email, answers, steps, lastAt, source }) => ({
          id,
          who: email ?? (typeof answers?.email === 'string' ? answers.email : null),
          gotTo: titleOf(steps.at(-1)),
          lastAt,
          source,
        })) ?? null
      }
    />
  )
})
