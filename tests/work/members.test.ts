import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { type Role, ROLE_NAMES } from '@/core/rights/role'
import { connect } from '@/db/database'
import { listMembersOf, setMember } from '@/db/queries/members'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const { db, pool } = connect(facts.database, { size: 8 })
afterAll(() => pool.end())

describe('a workspace', () => {
  let workspace = ''
  const people = ['a', 'b', 'c'].map((name) => `${name}-${Date.now().toString(36)}`)

  beforeAll(async () => {
    workspace = (await makeWorkspace(facts, false)).id
    for (const id of people)
      await query(facts.database, `insert into "user" (id, name, email) values ($1, $1, $1 || '@elm.example')`, [id])
  })

  const belong = (roles: readonly Role[]) =>
    Promise.all([query(facts.database, 'delete from member where workspace_id = $1', [workspace])]).then(() =>
      Promise.all(
        roles.map((role, at) =>
          query(facts.database, 'insert into member (workspace_id, user_id, role) values ($1, $2, $3)', [
            workspace,
            people[at],
            role,
          ]),
        ),
      ),
    )

  const set = (who: number, role: Role | null) =>
    db.transaction().execute((tx) => setMember(tx, workspace, people[who] ?? '', role))

  it('is never without an owner, whoever changes whom at the same moment', async () => {
    const change = fc.record({ who: fc.nat({ max: 2 }), role: fc.constantFrom(...ROLE_NAMES, null) })
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom(...ROLE_NAMES), { minLength: 2, maxLength: 2 }),
        fc.array(change, { minLength: 1, maxLength: 6 }),
        async (others, changes) => {
          await belong(['owner', ...others])
          await Promise.all(changes.map(({ who, role }) => set(who, role)))
          const left = await listMembersOf(db, workspace)
          expect(left.filter(({ role }) => role === 'owner').length).toBeGreaterThan(0)
        },
      ),
      { numRuns: 30 },
    )
  })

  it('keeps its last owner, and lets everybody else go', async () => {
    await belong(['owner', 'editor'])
    expect(await set(0, null)).toEqual({ is: 'last owner' })
    expect(await set(0, 'reader')).toEqual({ is: 'last owner' })
    expect(await set(0, 'owner')).toEqual({ is: 'set', name: people[0] })
    expect(await set(2, 'owner')).toEqual({ is: 'no member' })
    expect(await set(1, 'owner')).toEqual({ is: 'set', name: people[1] })
    expect(await set(0, null)).toEqual({ is: 'set', name: people[0] })
    expect(await set(1, null)).toEqual({ is: 'last owner' })
  })
})
