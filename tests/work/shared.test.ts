import sharp from 'sharp'
import { unfurl } from 'unfurl.js'
import { describe, expect, it } from 'vitest'
import { api, releasedForm, smallForm } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'
import { makeFurnished } from '../support/workshop'

const facts = readFacts()
const stem = `shared-${Date.now().toString(36)}`
const asked = {
  ...smallForm,
  title: 'Ask <us>, {{ first_name | default: "you" }}',
  intro: 'About "kilns" & clays.\n\nWe answer within a day.',
}
const headOf = (html: string): string => html.slice(0, html.indexOf('</head>'))

describe('what a link to a form is shown with', () => {
  it('is its title and what it says of itself; search engines show it only where it says so', async () => {
    const { reach } = await makeFurnished(facts)
    for (const inSearch of [false, true]) {
      const slug = `${stem}-${inSearch}`
      await releasedForm(reach, slug, { ...asked, inSearch })
      const head = headOf((await openPage(reach, `/f/${slug}?utm_source=fair`)).html)
      expect(head).toContain('<meta property="og:title" content="Ask &lt;us&gt;, you"/>')
      expect(head).toContain('<meta property="og:description" content="About &quot;kilns&quot; &amp; clays."/>')
      expect(head).toMatch(new RegExp(`<link rel="canonical" href="http[^"?]+/f/${slug}"/>`))
      expect(head.includes('content="noindex"')).toBe(!inSearch)
    }
  })

  it('is nothing of what is known of somebody', async () => {
    const { reach } = await makeFurnished(facts)
    const slug = `${stem}-known`
    await releasedForm(reach, slug, { ...asked, inSearch: true })
    const made = await api<{ id: string }>(reach, 'POST', '/contacts', { email: `${stem}@studio.example` })
    const { body } = await api<{ k: string }>(reach, 'POST', `/contacts/${made.body.id}/links`, { form: slug })
    const head = headOf((await openPage(reach, `/f/${slug}?k=${body.k}`)).html)
    expect(head).toContain('content="noindex"')
    expect(head).not.toContain('og:')
  })

  it('tells how it is embedded on sites that may frame it (oEmbed), and of no other form', async () => {
    const { reach } = await makeFurnished(facts)
    const slug = `${stem}-embedded`
    const address = `${facts.url}/f/${slug}`
    await releasedForm(reach, slug, { ...asked, framedBy: ['https://www.studio.example'] })
    // By a program of others that reads what pages say of themselves.
    const told = await unfurl(`${address}?utm_source=fair`)
    expect(told.open_graph).toMatchObject({ title: 'Ask <us>, you', description: 'About "kilns" & clays.' })
    expect(told.oEmbed).toMatchObject({ version: '1.0', type: 'rich', title: 'Ask <us>, you', width: 700, height: 704 })
    const ask = (parameters: Record<string, string>, of = slug) =>
      fetch(`${facts.url}/f/${of}/oembed?${new URLSearchParams(parameters)}`)
    const page = new URL(told.canonical_url ?? '').href
    const small = (await (await ask({ url: page, maxwidth: '320', maxheight: 'x' })).json()) as Record<string, unknown>
    expect(small).toMatchObject({ width: 320, height: 704 })
    expect(small.html).toBe(
      `<iframe src="${page}" title="Ask &lt;us>, you" referrerpolicy="no-referrer-when-downgrade" style="width: 320px; height: 704px; border: 0"></iframe>`,
    )
    expect((await ask({ url: page, format: 'xml' })).status).toBe(501)
    for (const url of ['', 'x', 'https://elsewhere.example/f/x', `${page}/progress`, page.replace(slug, 'kiln-finder')])
      expect([url, (await ask({ url })).status]).toEqual([url, 404])
    const closed = `${stem}-alone`
    await releasedForm(reach, closed, asked)
    expect((await ask({ url: page.replace(slug, closed) }, closed)).status).toBe(404)
    expect((await openPage(reach, `/f/${closed}`)).html).not.toContain('oembed')
  })

  it('has a picture in the form’s look, whatever its title is, at an address that changes with it', async () => {
    const { reach } = await makeFurnished(facts)
    const titles = [
      'Ask us',
      'W'.repeat(200),
      'أي فرن يناسبك؟',
      '<b>&amp; 🔥 \u202e</b>',
      'Ask {{ first_name | default: "<us>" }}',
    ]
    const pictures: string[] = []
    for (const [n, title] of titles.entries()) {
      const slug = `${stem}-picture-${n}`
      await releasedForm(reach, slug, { ...asked, title, languages: [n === 2 ? 'ar' : 'en'] })
      const { open_graph } = await unfurl(`${facts.url}/f/${slug}`)
      const [image] = open_graph.images ?? []
      expect(image).toMatchObject({ width: 1200, height: 630 })
      const answered = await fetch(image?.url ?? '')
      expect(answered.headers.get('cache-control')).toContain('immutable')
      const content = Buffer.from(await answered.arrayBuffer())
      const { format, width, height } = await sharp(content).metadata()
      expect({ format, width, height }).toEqual({ format: 'png', width: 1200, height: 630 })
      // Something is written on it.
      const { channels } = await sharp(content).greyscale().stats()
      expect((channels[0]?.max ?? 0) - (channels[0]?.min ?? 0)).toBeGreaterThan(100)
      pictures.push(content.toString('base64'))
      const other = await fetch((image?.url ?? '').replace(/share-\w+/, 'share-00'))
      expect([other.status, other.headers.get('cache-control')]).toEqual([200, 'no-cache'])
    }
    expect(new Set(pictures).size).toBe(titles.length)
    expect((await fetch(`${facts.url}/f/${stem}-nothing/share-00.png`)).status).toBe(404)
  })
})
