import { beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { takeDeliveries } from '@/db/queries/deliveries'
import { lockLane } from '@/db/queries/lanes'
import { applied, crmOf, mailTo, releasedForm, send, smallForm, until } from '../support/api'
import { figure, query } from '../support/database'
import { readFacts } from '../support/facts'
import { turn } from '../support/lichen'

const facts = readFacts()
const slug = `deliveries-${Date.now().toString(36)}`
const address = (name: string) => `${name}-${slug}@studio.example`

beforeAll(() => releasedForm(facts, slug, smallForm))

describe('the outbox', () => {
  it('keeps what the outside refuses, and delivers it once the outside is back', async () => {
    await turn(facts, { crm: 'fails', mail: 'refuses' })
    const to = address('waiting')
    let id = ''
    try {
      id = (await send(facts, slug, { first_name: 'waiting', email: to })).body.submission
      const failing = await until('failed attempts', async () => {
        const { deliveries } = await applied(facts, id)
        return deliveries.length === 3 && deliveries.every(({ attempts }) => attempts > 0) && deliveries
      })
      expect(failing.find(({ key }) => key === 'crm:tarnfield_crm')?.error).toContain('503')
      expect(failing.find(({ key }) => key === 'mail:thanks')?.error).toContain('451')
    } finally {
      await turn(facts, { crm: 'works', mail: 'works' })
    }
    await until('everything delivered', async () =>
      (await applied(facts, id)).deliveries.every(({ state }) => state === 'delivered'),
    )
    expect(await mailTo(facts, to)).toMatchObject([{ copies: 1 }])
    expect(await crmOf(facts, to)).toMatchObject({ writes: 1 })
  })
})

describe('mails to one address', () => {
  it('are as few when many are taken at once', async () => {
    const crowded = `${slug}-crowded`
    await releasedForm(facts, crowded, smallForm)
    const to = address('crowded')
    await turn(facts, { mail: 'refuses' })
    const { db, pool } = connect(facts.database)
    try {
      const sent = await Promise.all(
        Array.from({ length: 7 }, (_, n) => send(facts, crowded, { first_name: `Crowd ${n}`, email: to })),
      )
      for (const one of sent) await applied(facts, one.body.submission)
      const waiting = await until('all seven wait, in nobody’s hands', async () => {
        const rows = await query<{ id: string; visitor: string; workspace: string }>(
          facts.database,
          `select id, form_id || ' ' || visitor as visitor, workspace_id as workspace from delivery where visitor = $1 and state = 'waiting' and lease_until is null`,
          [to],
        )
        return rows.length === 7 && rows
      })
      const ids = waiting.map(({ id }) => id)
      // A worker may have had them all in hand just then; it gives them back. None looks at them meanwhile: it would hold
      // what these wait for, and wait for them.
      await until('some are taken', () =>
        db.transaction().execute(async (lane) => {
          await lockLane(lane, { workspace: waiting[0]?.workspace ?? '', connection: '' })
          const free = 'update delivery set next_at = null where id = any($1) and lease_until is null'
          await query(facts.database, free, [ids])
          const taken = await Promise.all(
            waiting.map((one) => db.transaction().execute((tx) => takeDeliveries(tx, [one]))),
          )
          return taken.flat().length > 0
        }),
      )
      const held = `select count(*) from delivery where id = any($1) and lease_until > now()`
      expect(await figure(facts.database, held, [ids])).toBeLessThanOrEqual(4)
    } finally {
      await pool.end()
      await turn(facts, { mail: 'works' })
    }
  })
})
