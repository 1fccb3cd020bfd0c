import { api, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** An old form with strange names, on a page of the Bench's site, that feeds an inlet. */

const site = new URL(facts.bench).origin

const OLD = `<h2>Kontakt</h2>
<form action="/kontakt.php" method="post">
  <label>Vorname <input name="frm[vorname]"></label> <label>Name <input name="frm[nachname]"></label>
  <label>Mail <input name="frm[mail]"></label> <label>Telefon <input name="frm[tel]"></label>
  <label>Ihr Anliegen <textarea name="frm[text_9]"></textarea></label>
  <button name="absenden" value="1">Absenden</button>
</form>`

interface Listed {
  submissions: { values: Record<string, unknown> }[]
}

test('an old form is pointed here, understood and released within two minutes, and lands', async ({ studio, page }) => {
  const slug = unique('inlet')
  await api(facts, 'POST', '/forms', { slug, name: slug })
  const begun = performance.now()
  await studio.goto(`/forms/${slug}/release`)
  const main = studio.getByRole('main')
  const called = main.getByLabel('What the form elsewhere is called')
  await expect(async () => {
    await called.fill('Old website, contact')
    await main.getByRole('button', { name: 'Make an inlet' }).click()
    await expect(studio).toHaveURL(/\/release\/in\/old_website_contact$/, { timeout: 3000 })
  }).toPass()
  await main.getByLabel('The HTML of the form elsewhere').fill(OLD)
  await main.getByRole('button', { name: 'Point it here' }).click()
  const html = (await main.getByRole('region', { name: 'Their HTML, pointing here' }).textContent()) ?? ''
  expect(html).toContain(`/f/${slug}/in/old_website_contact" method="post"`)

  const sendAs = async (first: string) => {
    await page.goto(`${site}/site/own`)
    await page.getByLabel('HTML of a form').fill(html)
    await page.getByRole('button', { name: 'Show it as a page' }).click()
    await page.getByLabel('Vorname').fill(first)
    await page.getByLabel('Name', { exact: true }).fill('Holm')
    await page.getByLabel('Mail').fill(`${first.toLowerCase()}-${slug}@kiln.example`)
    await page.getByLabel('Telefon').fill('+46 70 174 06 05')
    await page.getByLabel('Ihr Anliegen').fill('Two kilns,\nplease.')
    await page.getByRole('button', { name: 'Absenden' }).click()
  }
  await sendAs('Runa')
  await expect(page.getByText('What you sent has come, and is kept.')).toBeVisible()

  await studio.reload()
  await expect(main.getByText('One post waits; nothing is lost.')).toBeVisible()
  const row = (name: string) => main.getByRole('row', { name: new RegExp(`^${name.replaceAll(/[[\]]/g, '\\$&')} `) })
  await expect(row('frm[mail]').getByLabel('What frm[mail] is here')).toHaveValue('email')
  await expect(row('frm[vorname]')).toContainText('its part first')
  await row('frm[text_9]').getByLabel('What the new question for frm[text_9] is called').fill('What it is about')
  await row('absenden').getByLabel('What absenden is here').selectOption('nothing')
  await main.getByRole('button', { name: 'Put it so into the draft' }).click()
  await expect(main.getByText('The draft says what its fields are')).toBeVisible()
  await main.getByRole('link', { name: 'To the release' }).click()
  await main.getByRole('button', { name: 'Make release 1 live' }).click()
  await expect(main.getByText('The draft is what visitors get.')).toBeVisible()
  expect(performance.now() - begun).toBeLessThan(120_000)

  const sent = await until('what waited has landed', async () => {
    const { body } = await api<Listed>(facts, 'GET', `/submissions?form=${slug}&state=applied`)
    return body.submissions.length === 1 && body.submissions
  })
  expect(sent[0]?.values).toMatchObject({
    email: `runa-${slug}@kiln.example`,
    name: { first: 'Runa', last: 'Holm' },
    phone: '+46701740605',
    what_it_is_about: 'Two kilns,\nplease.',
  })
  for (const [width, first] of [
    [1280, 'Ada'],
    [390, 'Bo'],
  ] as const) {
    await page.setViewportSize({ width, height: 800 })
    await sendAs(first)
    await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  }
  await until('they are told apart by the page', async () => {
    const { body } = await api<{ sources: { source: string; sent: number }[] }>(facts, 'GET', `/forms/${slug}/readout`)
    return body.sources.some(({ source, sent: n }) => source === `${new URL(site).host} (inlet)` && n === 3)
  })
  await studio.goto(`/forms/${slug}/release/in/old_website_contact`)
  await expect(main.getByText('What comes is taken at once.')).toBeVisible()
  await expect(main.getByText('0 waiting, 3 taken, 0 held')).toBeVisible()
})

test('a script of another site sends to it, and reads what is answered', async ({ studio, page }) => {
  const slug = unique('inlet-by-script')
  await api(facts, 'POST', '/forms', { slug, name: slug })
  const { body } = await api<{ url: string }>(facts, 'POST', `/forms/${slug}/inlets`, { name: 'old', title: 'Old' })
  await page.goto(`${site}/site/sent`)
  const ask = (mail: string) =>
    page.evaluate(
      async ([url = '', said = '']) => {
        const response = await fetch(url, {
          method: 'POST',
          headers: { 'content-type': 'application/json', 'idempotency-key': said },
          body: JSON.stringify({ mail: said }),
        }).catch(() => null)
        return response && { status: response.status, is: ((await response.json()) as { is?: string }).is }
      },
      [body.url, mail],
    )
  expect(await ask('a@kiln.example')).toEqual({ status: 202, is: 'waiting' })
  await studio.goto(`/forms/${slug}/release/in/old`)
  const main = studio.getByRole('main')
  const box = main.getByLabel('A site whose pages may send')
  await expect(async () => {
    await box.fill('https://other.example')
    await main.getByRole('button', { name: 'Add a site' }).click()
    await expect(main.getByText('https://other.example', { exact: true })).toBeVisible({ timeout: 2000 })
  }).toPass()
  expect(await ask('b@kiln.example')).toBeNull()
})
