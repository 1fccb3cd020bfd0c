import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { connect } from '@/db/database'
import { makeWayIn } from '@/server/access/way_in'
import { explainTrouble } from '@/server/trouble'
import { mailTo, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { addressIn, runOwner } from '../support/owner'
import { signIn } from '../support/session'
import { makeWorkspace } from '../support/workspace'

const facts = readFacts()
const stem = `enter-${Date.now().toString(36)}`
const enter = async (body: object) => {
  const response = await fetch(`${facts.url}/api/enter`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  const text = await response.text()
  return { status: response.status, body: text === '' ? null : (JSON.parse(text) as Record<string, string>) }
}
const tokenIn = (text: string) => addressIn(text).split('/').at(-1) ?? ''
const page = async (token: string, cookie = '') =>
  (await fetch(`${facts.url}/enter/${token}`, { headers: { cookie } })).text()

const workspaceOf = (email: string) => ({
  do: 'open workspace',
  workspace: `House ${stem}`,
  timeZone: 'Europe/Oslo',
  mailDomain: `${stem}.example`,
  name: 'Una',
  email,
  password: 'kiln-and-clay-1',
  desk: 'Front desk',
  deskAddress: email,
})

describe('an address that works once', () => {
  const owner = { email: `owner@${stem}.example`, password: 'kiln-and-clay-1' }
  const workspace = { ...workspaceOf(owner.email), password: owner.password }

  it('opens a workspace with its owner, its desk and its fields, once', async () => {
    const said = await runOwner(facts, owner.email)
    expect(said).toContain('Opens a workspace, once')
    const token = tokenIn(said)
    expect(await page(token)).toContain('Open your workspace')
    for (const [field, value] of [
      ['timeZone', 'Mars/Olympus'],
      ['mailDomain', 'no domain'],
      ['password', 'short'],
      ['email', 'nobody'],
      ['desk', ' '],
    ] as const)
      expect(await enter({ ...workspace, token, [field]: value })).toMatchObject({ status: 422, body: { field } })
    // It was given for an address; one that was given for none takes any that nobody has.
    expect(await enter({ ...workspace, token, email: facts.email })).toMatchObject({
      status: 422,
      body: { field: 'email' },
    })
    const anybodys = tokenIn(await runOwner(facts, ''))
    expect(await enter({ ...workspace, token: anybodys, email: facts.email })).toMatchObject({
      status: 409,
      body: { field: 'email' },
    })

    const opened = await Promise.all([1, 2, 3].map(() => enter({ ...workspace, token })))
    expect(opened.map(({ status }) => status).toSorted()).toEqual([200, 404, 404])
    const made = await query<{ time_zone: string; fields: string; desks: string }>(
      facts.database,
      `select time_zone, (select count(*) from record_field where workspace_id = w.id) as fields,
         (select count(*) from desk where workspace_id = w.id and addresses = array[$2]) as desks
       from workspace w where name = $1`,
      [workspace.workspace, owner.email],
    )
    expect(made).toEqual([{ time_zone: 'Europe/Oslo', fields: '8', desks: '1' }])
    const cookie = await signIn(facts, owner)
    const begin = await fetch(`${facts.url}/forms/begin`, { headers: { cookie } })
    expect(await begin.text()).toContain(workspace.workspace)
    expect(await page(token)).toContain('This address does not work')
    // Whoever signs in already gets a way to a new password from the same command.
    expect(await runOwner(facts, owner.email)).toContain('A new password, once')
  })

  it('is nobody’s guess: a wrong proof, another’s proof and an old one let nobody in', async () => {
    const [one, two] = [tokenIn(await runOwner(facts, '')), tokenIn(await runOwner(facts, ''))]
    const mixed = `${one.split('.')[0]}.${two.split('.')[1]}`
    for (const token of [mixed, `${one}x`, one.split('.')[0] ?? '', 'x.y', '']) {
      expect(await page(token || 'x')).toContain('This address does not work')
      expect((await enter({ ...workspace, email: `other@${stem}.example`, token })).status).toBe(404)
    }
    await query(facts.database, `update way_in set expires_at = now() where id = $1`, [two.split('.')[0]])
    expect((await enter({ ...workspace, email: `other@${stem}.example`, token: two })).status).toBe(404)
    // What is stored does not let whoever reads it in.
    const [stored] = await query<object>(facts.database, 'select * from way_in where id = $1', [one.split('.')[0]])
    expect(JSON.stringify(stored)).not.toContain(one.split('.')[1] ?? '-')
  })

  it('is mailed to whoever forgot their password, signs everybody out, and tells nobody who signs in here', async () => {
    const other = await makeWorkspace(facts)
    const [{ email } = { email: '' }] = await query<{ email: string }>(
      facts.database,
      'select email from "user" join member on member.user_id = "user".id where workspace_id = $1',
      [other.id],
    )
    expect((await enter({ do: 'forgot', email: `nobody@${stem}.example` })).status).toBe(204)
    expect((await enter({ do: 'forgot', email: email.toUpperCase() })).status).toBe(204)
    const mail = await until('the mail is there', async () =>
      (await mailTo(facts, email)).find(({ subject }) => subject === 'A new password'),
    )
    const token = tokenIn(mail.text)
    expect(await page(token)).toContain('A new password')
    const stillIn = async () =>
      (await fetch(`${facts.url}/forms`, { headers: { cookie: other.cookie }, redirect: 'manual' })).status
    expect(await stillIn()).toBe(200)
    expect(await enter({ do: 'new password', token, password: 'another-one-1' })).toMatchObject({
      status: 200,
      body: { email },
    })
    expect(await stillIn()).toBe(307)
    expect(await signIn(facts, { email, password: 'another-one-1' })).not.toBe('')
    expect((await enter({ do: 'new password', token, password: 'and-another-1' })).status).toBe(404)
    const written = await query(facts.database, `select from way_in where email like $1`, [`%nobody@${stem}%`])
    expect(written).toEqual([])
  })
})

describe('an invitation', () => {
  it('lets one in once, as what it says, and nobody else by it', async () => {
    const house = await makeWorkspace(facts)
    const [{ id: owner } = { id: '' }] = await query<{ id: string }>(
      facts.database,
      'select user_id as id from member where workspace_id = $1',
      [house.id],
    )
    const invite = async (email: string) => {
      const { db, pool } = connect(facts.database, { size: 1 })
      const secret = readFileSync('.lichen-test/secret', 'utf8').trim()
      const installed = { LICHEN_URL: facts.url, LICHEN_SECRET: secret }
      const address = await makeWayIn(db, installed, {
        is: 'join',
        email,
        workspaceId: house.id,
        role: 'analyst',
        askedBy: owner,
      })
      await pool.end()
      return address.split('/').at(-1) ?? ''
    }
    const email = `jon@${stem}.example`
    const token = await invite(email)
    expect(await page(token)).toContain('Join a workspace')
    expect(await enter({ do: 'join', token })).toMatchObject({ status: 422, body: { field: 'name' } })
    expect(await enter({ do: 'join', token, name: 'Jon' })).toMatchObject({ status: 422, body: { field: 'password' } })
    expect((await enter({ do: 'join', token, name: 'Jon', password: 'kiln-and-clay-1', role: 'owner' })).status).toBe(
      422,
    )
    const joined = await Promise.all(
      [1, 2, 3].map(() => enter({ do: 'join', token, name: 'Jon', password: 'kiln-and-clay-1' })),
    )
    expect(joined.map(({ status }) => status).toSorted()).toEqual([200, 404, 404])
    const belongs = () =>
      query<{ role: string }>(
        facts.database,
        'select role from member join "user" on "user".id = user_id where email = $1 and workspace_id = $2',
        [email, house.id],
      )
    expect(await belongs()).toEqual([{ role: 'analyst' }])
    // Nor does it open a workspace, or set a password.
    const again = await invite(email)
    expect((await enter({ do: 'new password', token: again, password: 'another-one-1' })).status).toBe(404)
    expect((await enter({ ...workspaceOf(email), token: again })).status).toBe(404)
    // Whoever signs in here keeps their password, and what they are.
    expect(await enter({ do: 'join', token: again, name: 'Evil', password: 'another-one-1' })).toMatchObject({
      status: 200,
      body: { email, isKnown: true },
    })
    expect(await signIn(facts, { email, password: 'kiln-and-clay-1' })).not.toBe('')
    expect(await belongs()).toEqual([{ role: 'analyst' }])
    const late = await invite(`late@${stem}.example`)
    await query(facts.database, 'update way_in set withdrawn_at = now() where id = $1', [late.split('.')[0]])
    expect(await page(late)).toContain('This address does not work')
    expect((await enter({ do: 'join', token: late, name: 'Late', password: 'kiln-and-clay-1' })).status).toBe(404)
  })

  it('is the only way in: nobody opens a workspace here unasked', async () => {
    expect((await enter({ do: 'ask to open', email: `una@${stem}.example` })).status).toBe(404)
    expect((await fetch(`${facts.url}/sign-up`)).status).toBe(404)
    const signUp = await fetch(`${facts.url}/api/auth/sign-up/email`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: facts.url },
      body: JSON.stringify({ email: `una@${stem}.example`, password: 'kiln-and-clay-1', name: 'Una' }),
    })
    expect(signUp.status).toBe(404)
  })
})

describe('what is wrong with a database', () => {
  const told = async (change: (url: URL) => void, text = 'select 1') => {
    const url = new URL(facts.database)
    change(url)
    const { pool } = connect(url.toString(), { size: 1 })
    try {
      await pool.query(text)
      return null
    } catch (error) {
      return explainTrouble(error)?.is
    } finally {
      await pool.end()
    }
  }
  it('is told apart, in one line each', async () => {
    expect(await told(() => undefined)).toBeNull()
    expect(await told((url) => void (url.pathname = '/no_such_database'))).toBe('no such database')
    expect(await told((url) => void (url.port = '1'))).toBe('closed port')
    expect(await told((url) => void (url.hostname = 'nowhere.invalid'))).toBe('no such host')
    expect(await told(() => undefined, 'select from no_such_table')).toBe('unmigrated')
    expect(explainTrouble(new Error('else'))).toBeNull()
  })
})
