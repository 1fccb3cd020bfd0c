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
})
