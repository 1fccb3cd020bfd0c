import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { beginFile, giveUpLeft, hasRoom, noteReceived } from '@/db/queries/files'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()

describe('files that no form was sent with', () => {
  const { db, pool } = connect(facts.database, { size: 2 })
  afterAll(() => pool.end())
  const ours = { workspace_id: '', form_id: randomUUID() }
  beforeAll(async () => {
    ours.workspace_id = (await makeWorkspace(facts, false)).id
    await query(
      facts.database,
      `insert into form (id, workspace_id, slug, name, draft) values ($1, $2, $3, 'x', '{}')`,
      [ours.form_id, ours.workspace_id, `files-${ours.form_id}`],
    )
  })

  const room = { files: 3, bytes: 100 }
  const begin = (visit_id: string, bytes = 90) => {
    const file = { id: randomUUID(), ...ours, visit_id, question: 'photos', name: 'kiln.png', bytes }
    return beginFile(db, file, room).then((noted) => (noted ? file.id : null))
  }
  const isThere = async (id: string) =>
    (await query(facts.database, 'select from file where id = $1 and not gone', [id])).length > 0

  it('take room by what has come of them, not by what is claimed', async () => {
    const claimed = await Promise.all([1, 2, 3, 4].map(() => begin(randomUUID())))
    expect(claimed).not.toContain(null)
    const [first = '', second = ''] = claimed.map((id) => id ?? '')
    await noteReceived(db, first, 60)
    expect([await begin(randomUUID()), await begin(randomUUID(), 40)]).toEqual([null, expect.any(String)])
    expect(await hasRoom(db, second, room.bytes)).toBe(true)
    await noteReceived(db, second, 40)
    expect(await hasRoom(db, second, room.bytes)).toBe(false)
    // What is told late is no news.
    await noteReceived(db, first, 10)
    expect(await hasRoom(db, second, room.bytes)).toBe(false)
  })

  it('are as few on one visit as it may have', async () => {
    await query(facts.database, 'delete from file where form_id = $1', [ours.form_id])
    const visit = randomUUID()
    for (let n = 0; n < room.files; n++) expect(await begin(visit)).not.toBe(null)
    expect(await begin(visit)).toBe(null)
    expect(await begin(randomUUID())).not.toBe(null)
  })

  it('are forgotten within minutes where nobody began to send them', async () => {
    await query(facts.database, 'delete from file where form_id = $1', [ours.form_id])
    const [old, begun, young] = await Promise.all([1, 2, 3].map(async () => (await begin(randomUUID(), 1)) ?? ''))
    await noteReceived(db, begun ?? '', 1)
    await query(
      facts.database,
      `update file set touched_at = now() - interval '11 minutes' where id = any($1::uuid[])`,
      [[old, begun]],
    )
    await giveUpLeft(db, 48, 1000)
    expect(await Promise.all([old, begun, young].map((id) => isThere(id ?? '')))).toEqual([false, true, true])
  })
})
