import { beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { api, askEmail, askFirstName, formAsking, releasedForm, replaceDraft, until } from '../support/api'
import { query } from '../support/database'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeFurnished } from '../support/workshop'

const facts = readFacts()
const stem = `plan-${Date.now().toString(36)}`
const asking = (...labels: string[]): FormInput =>
  formAsking([
    askFirstName,
    askEmail,
    ...labels.map((label) => ({ kind: 'short_text' as const, name: label.toLowerCase(), label })),
  ])

interface Told {
  releases: { number: number; by: string | null; changes: string[] }[]
  planned: { at: string; who: string; changes: string[]; draftRevision: number; refused: string[] | null } | null
}

describe('a planned release', () => {
  let reach: typeof facts
  beforeAll(async () => {
    reach = (await makeFurnished(facts)).reach
  })
  const told = async (slug: string) => (await api<Told>(reach, 'GET', `/forms/${slug}/releases`)).body
  const plan = (slug: string, seconds: number, more: object = {}) =>
    api(reach, 'PUT', `/forms/${slug}/planned-release`, {
      at: new Date(Date.now() + seconds * 1000).toISOString(),
      ...more,
    })
  const page = async (slug: string) => (await openPage(reach, `/f/${slug}`)).html

  it('goes live at its moment, as the draft was when it was planned, and History tells', async () => {
    const slug = `${stem}-comes`
    await releasedForm(reach, slug, asking())
    await replaceDraft(reach, slug, asking('Kiln'))
    expect((await plan(slug, 3)).status).toBe(200)
    await replaceDraft(reach, slug, asking('Kiln', 'Colour'))
    const before = await told(slug)
    expect(before.planned).toMatchObject({ changes: ['Added the question “Kiln”'], refused: null })
    expect(before.releases.map(({ number }) => number)).toEqual([1])
    expect(await page(slug)).not.toContain('Kiln')
    await until('it is live', async () => (await told(slug)).releases.length === 2)
    const after = await told(slug)
    expect(after.planned).toBeNull()
    expect(after.releases[0]).toMatchObject({ number: 2, changes: ['Added the question “Kiln”'] })
    await until('visitors see it', async () => (await page(slug)).includes('Kiln'))
    expect(await page(slug)).not.toContain('Colour')
    const causes = await query<{ deed: string; about: string }>(
      facts.database,
      `select deed, about from cause where workspace_id = (select workspace_id from form where slug = $1)
       and about like $1 || '%' order by at`,
      [slug],
    )
    expect(causes.slice(-2)).toEqual([
      { deed: 'planRelease', about: slug },
      { deed: 'releaseForm', about: `${slug}, release 2, as planned` },
    ])
  })

  it('is called off, or another is planned in its place', async () => {
    const slug = `${stem}-off`
    await releasedForm(reach, slug, asking())
    await replaceDraft(reach, slug, asking('Kiln'))
    expect((await plan(slug, 2)).status).toBe(200)
    expect((await api(reach, 'DELETE', `/forms/${slug}/planned-release`)).status).toBe(204)
    expect((await api(reach, 'DELETE', `/forms/${slug}/planned-release`)).status).toBe(404)
    expect((await plan(slug, 1)).status).toBe(200)
    expect((await plan(slug, 3600)).status).toBe(200)
    const other = `${stem}-other`
    await releasedForm(reach, other, asking())
    await replaceDraft(reach, other, asking('Kiln'))
    await plan(other, 3)
    // What comes later has come by then.
    await until('another is made', async () => (await told(other)).releases.length === 2)
    expect((await told(slug)).releases).toHaveLength(1)
    expect((await told(slug)).planned).toMatchObject({ refused: null })
  })

  it('is examined again: what has faults by then is not released, and why is told', async () => {
    const slug = `${stem}-faults`
    const board = { title: 'Board', target: 'webhook', settings: { url: `${facts.bench}/hooks/${stem}` } }
    const { body: made } = await api<{ name: string }>(reach, 'POST', '/connections', board)
    await releasedForm(reach, slug, asking())
    await replaceDraft(reach, slug, { ...asking('Kiln'), targets: [{ connection: made.name }] })
    expect((await plan(slug, 3)).status).toBe(200)
    expect(
      (
        await api(reach, 'PUT', `/connections/${made.name}`, {
          title: 'Board',
          settings: board.settings,
          everyForm: false,
          retired: true,
        })
      ).status,
    ).toBe(200)
    await until('it is refused', async () => Boolean((await told(slug)).planned?.refused))
    const { planned, releases } = await told(slug)
    expect(planned?.refused?.join(' ')).toContain('Board')
    expect(releases).toHaveLength(1)
    expect((await api(reach, 'DELETE', `/forms/${slug}/planned-release`)).status).toBe(204)
    expect((await told(slug)).planned).toBeNull()
  })

  it('is refused for moments that are over or far, drafts that changed, and drafts with faults', async () => {
    const slug = `${stem}-wrong`
    await releasedForm(reach, slug, asking())
    expect((await plan(slug, -1)).status).toBe(422)
    expect((await plan(slug, 400 * 86_400)).status).toBe(422)
    expect((await plan(slug, 60, { from: 99 })).status).toBe(409)
    await replaceDraft(reach, slug, { ...asking(), targets: [{ connection: 'nowhere' }] })
    const refused = await api<{ findings: { severity: string }[] }>(reach, 'PUT', `/forms/${slug}/planned-release`, {
      at: new Date(Date.now() + 60_000).toISOString(),
    })
    expect(refused.status).toBe(422)
    expect(refused.body.findings[0]?.severity).toBe('fault')
    expect((await told(slug)).planned).toBeNull()
  })
})
