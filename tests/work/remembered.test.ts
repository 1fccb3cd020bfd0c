import { beforeAll, describe, expect, it } from 'vitest'
import { api, applied, greetingForm, releasedForm } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeFurnished, workshop } from '../support/workshop'

const facts = readFacts()
const mark = Date.now().toString(36)
const [slug, second, silent] = [`again-${mark}`, `again2-${mark}`, `never-${mark}`]
const shop = workshop(facts, slug, { ...greetingForm, remembers: true })

interface Browser {
  id: string
  formName: string
  knows: boolean
  byVisitor: boolean
  seenAt: string | null
}

const browsersOf = async (contact: string) =>
  (await api<{ browsers: Browser[] }>(shop.reach, 'GET', `/contacts/${contact}/browsers`)).body.browsers

/** Somebody new, with a link of theirs to the form. */
async function invite(name: string, form = slug) {
  const { contact } = await shop.arrive(name)
  const { body } = await api<{ k: string }>(shop.reach, 'POST', `/contacts/${contact}/links`, { form })
  return { contact, k: body.k, name, email: shop.addressOf(name) }
}

type Invited = Awaited<ReturnType<typeof invite>>

/** Answers by a personal link as the page’s script does; gives what the browser keeps to be known again. */
async function answer(
  { k, name, email }: Pick<Invited, 'k' | 'name' | 'email'>,
  { address = email, remember = 'yes', to = slug, query = `?k=${k}` } = {},
) {
  const { data } = await openPage(facts, `/f/${to}${query}`)
  const response = await fetch(`${facts.url}/f/${to}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...data, ...(k && { k }), remember, values: { first_name: name, email: address } }),
  })
  const { submission } = (await response.json()) as { submission: string }
  return { submission, kept: keptIn(response) }
}

/** What a browser keeps to be known again; empty where it is to forget that, `null` where nothing is said of it. */
function keptIn({ headers }: Response): string | null {
  const told = headers.getSetCookie().find((one) => one.startsWith('lichen_remembered_'))
  return told === undefined ? null : /Max-Age=0;/.test(told) ? '' : (told.split(';')[0] ?? null)
}

const isKnown = async ({ name }: { name: string }, kept: string | null, to = slug) =>
  (await openPage(facts, `/f/${to}`, kept ?? '')).html.includes(`value="${name}"`)

beforeAll(async () => {
  await shop.open()
  await releasedForm(shop.reach, second, { ...greetingForm, remembers: true })
  await releasedForm(shop.reach, silent, greetingForm)
})

describe('a browser', () => {
  it('knows the holder of a link again who wished it, in each form that does so, and says so', async () => {
    const ilka = await invite('Ilka')
    const asked = await openPage(facts, `/f/${slug}?k=${ilka.k}`)
    expect(asked.html).toContain('name="_remember"')
    const { kept, submission } = await answer(ilka)
    expect((await applied(shop.reach, submission)).contact).toBe(ilka.contact)
    const again = await openPage(facts, `/f/${slug}`, kept ?? '')
    expect(again.html).toContain('value="Ilka"')
    expect(again.html).toContain('This browser remembers you.')
    expect(again.html).not.toContain('name="_remember"')
    expect(await isKnown(ilka, kept, second)).toBe(true)
    expect(await isKnown(ilka, kept, silent)).toBe(false)
    expect(await browsersOf(ilka.contact)).toMatchObject([{ formName: slug, knows: true, byVisitor: false }])
    const [visit] = await shop.rows<{ source: string; link_id: string | null }>(
      'select source, link_id from visit where id = $1 and browser_id is not null',
      again.data.visit,
    )
    expect(visit).toEqual({ source: 'Direct or unknown', link_id: null })
  })

  it('is told in the plan as what it is, and decides only where no other address is answered', async () => {
    const vera = await invite('Vera')
    const { kept } = await answer(vera)
    const sendIn = async (email: string) => {
      const { data } = await openPage(facts, `/f/${slug}`, kept ?? '')
      const response = await fetch(`${facts.url}/f/${slug}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie: kept ?? '' },
        body: JSON.stringify({ ...data, values: { first_name: 'Vera', email } }),
      })
      return applied(shop.reach, ((await response.json()) as { submission: string }).submission)
    }
    const own = await sendIn(vera.email)
    expect(own.plan).toMatchObject({
      person: { because: 'The remembered browser and the address belong to this contact' },
    })
    const others = await sendIn(shop.addressOf('Somebody'))
    expect(others.contact).not.toBe(vera.contact)
    expect(others.plan).toMatchObject({
      findings: ['The browser remembers Vera: another address was answered in it'],
    })
    // What was filled from Vera’s record lands on nobody else.
    expect((await shop.contactOf(others.contact)).values).not.toHaveProperty('first_name')
  })

  it('knows nobody who did not wish it, answered another address, or came without a link', async () => {
    const wim = await invite('Wim')
    expect((await answer(wim, { remember: '' })).kept).toBeNull()
    expect((await answer(wim, { address: shop.addressOf('Friend') })).kept).toBeNull()
    expect((await answer({ ...wim, k: '' }, { query: '' })).kept).toBeNull()
    expect((await openPage(facts, `/f/${slug}`)).html).not.toContain('_remember')
    const elsewhere = await invite('Elsa', silent)
    expect((await openPage(facts, `/f/${silent}?k=${elsewhere.k}`)).html).not.toContain('_remember')
    expect((await answer(elsewhere, { to: silent })).kept).toBeNull()
    expect(await browsersOf(wim.contact)).toEqual([])
  })

  it('is one, however often the same is sent', async () => {
    const nora = await invite('Nora')
    const { data } = await openPage(facts, `/f/${slug}?k=${nora.k}`)
    const body = JSON.stringify({
      ...data,
      k: nora.k,
      remember: 'yes',
      values: { first_name: 'Nora', email: nora.email },
    })
    const headers = { 'content-type': 'application/json' }
    const sent = await Promise.all(
      [1, 2, 3].map(() => fetch(`${facts.url}/f/${slug}`, { method: 'POST', headers, body })),
    )
    expect(new Set(sent.map(keptIn)).size).toBe(1)
    expect(await browsersOf(nora.contact)).toHaveLength(1)
  })

  it('shows a proof that nobody else can make, and that is worth nothing in another workspace', async () => {
    const otto = await invite('Otto')
    const { kept } = await answer(otto)
    const [name = '', value = ''] = kept?.split('=') ?? []
    const [id, proof = ''] = value.split('.')
    const spoilt = [proof.replace(/^./, (one) => (one === 'A' ? 'B' : 'A')), proof.slice(1), '', 'x'.repeat(22)]
    for (const one of spoilt) expect(await isKnown(otto, `${name}=${id}.${one}`)).toBe(false)
    expect(await isKnown(otto, `${name}=${otto.contact}.${proof}`)).toBe(false)
    const other = await makeFurnished(facts)
    const there = `elsewhere-${mark}`
    await releasedForm(other.reach, there, { ...greetingForm, remembers: true })
    const cookie = `lichen_remembered_${other.workspace.slice(0, 8)}=${value}; ${kept}`
    expect(await isKnown(otto, cookie, there)).toBe(false)
    expect((await api(other.reach, 'DELETE', `/browsers/${id}`)).status).toBe(404)
    expect((await api(other.reach, 'GET', `/contacts/${otto.contact}/browsers`)).status).toBe(404)
    expect(await isKnown(otto, kept)).toBe(true)
  })

  it('forgets at once whom somebody in it says they are not, and goes on where they were', async () => {
    const pia = await invite('Pia')
    const { kept } = await answer(pia)
    const { html } = await openPage(facts, `/f/${slug}?utm_source=ring`, kept ?? '')
    const [, action = ''] = /action="([^"]*not-me[^"]*)"/.exec(html) ?? []
    expect(action).toBe(`/f/${slug}/not-me?utm_source=ring`)
    const said = await fetch(facts.url + action, {
      method: 'POST',
      headers: { cookie: kept ?? '' },
      redirect: 'manual',
    })
    expect([said.status, said.headers.get('location'), keptIn(said)]).toEqual([303, `/f/${slug}?utm_source=ring`, ''])
    // Whoever kept what it had is nobody, either.
    expect(await isKnown(pia, kept)).toBe(false)
    expect(await browsersOf(pia.contact)).toMatchObject([{ knows: false, byVisitor: true }])
    const asked = await fetch(facts.url + action, { redirect: 'manual' })
    expect(asked.status).toBe(405)
  })

  it('does not lose its person to somebody else’s click', async () => {
    const ruth = await invite('Ruth')
    const { kept } = await answer(ruth)
    await fetch(`${facts.url}/f/${slug}/not-me`, { method: 'POST', redirect: 'manual' })
    expect(await isKnown(ruth, kept)).toBe(true)
  })

  it('knows nobody once it is withdrawn, one or all of a person’s, or its year is over', async () => {
    const tess = await invite('Tess')
    const three = [await answer(tess), await answer(tess), await answer(tess)].map(({ kept }) => kept)
    const seen = () => Promise.all(three.map((kept) => isKnown(tess, kept)))
    expect(await seen()).toEqual([true, true, true])
    const [first] = (await browsersOf(tess.contact)).filter(({ id }) => three[0]?.includes(id))
    expect((await api(shop.reach, 'DELETE', `/browsers/${first?.id}`)).status).toBe(204)
    expect(await seen()).toEqual([false, true, true])
    const [, second] = three.map((kept) => kept?.split('=')[1]?.split('.')[0])
    await shop.rows('update remembered_browser set expires_at = now() where id = $1', second)
    expect(await seen()).toEqual([false, false, true])
    expect((await api(shop.reach, 'DELETE', `/contacts/${tess.contact}/browsers`)).status).toBe(204)
    expect(await seen()).toEqual([false, false, false])
    expect((await api(shop.reach, 'DELETE', `/contacts/${tess.contact}/browsers`)).status).toBe(404)
  })

  it('follows its person into whom they are merged with, and goes with whoever is erased', async () => {
    const [kept, gone] = [await invite('Ada'), await invite('Adda')]
    const { kept: known } = await answer(gone)
    expect(await isKnown(gone, known)).toBe(true)
    await api(shop.reach, 'POST', '/merges', { kept: kept.contact, gone: [gone.contact], take: {} })
    expect(await browsersOf(kept.contact)).toHaveLength(1)
    expect((await openPage(facts, `/f/${slug}`, known ?? '')).html).toContain('This browser remembers you.')
    expect((await api(shop.reach, 'POST', `/contacts/${kept.contact}/erasure`, { address: kept.email })).status).toBe(
      200,
    )
    const after = await openPage(facts, `/f/${slug}`, known ?? '')
    expect(after.html).not.toContain('remembers you')
    const left = await shop.rows('select from remembered_browser where contact_id = any($1::uuid[])', [
      kept.contact,
      gone.contact,
    ])
    expect(left).toEqual([])
  })
})
