import { readFile } from 'node:fs/promises'
import { parse } from 'csv-parse/sync'
import { api, applied, mailTo, releasedForm, send, greetingForm, until } from '../support/api'
import { enterHouse } from './house'
import { expect, facts, test, unique } from './studio'

test('people who fit are given a link each, tried, taken along, followed on a phone, told of and withdrawn', async ({
  browser,
}) => {
  const slug = unique('sheet')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, greetingForm)
  const people = ['Mira', 'Nils', 'Orla']
  for (const name of people) {
    const sent = await send(reach, slug, { first_name: name, email: `${name}@${slug}.example` })
    await applied(reach, sent.body.submission)
  }
  await page.getByRole('link', { name: 'People', exact: true }).first().click()
  await page.getByRole('checkbox', { name: /all/i }).first().check()
  await page.getByRole('button', { name: 'Link sheet…' }).click()
  const who = page.getByRole('region', { name: 'Who that is' })
  await expect(who).toContainText('3 people')
  await expect(who).toContainText('Mira')

  // A column of addresses says what nobody has, and what is none.
  await page.getByRole('radio', { name: 'Pasted addresses' }).check()
  await page
    .getByRole('textbox', { name: 'Addresses, one in each line' })
    .fill(`mira@${slug}.example\nnew@${slug}.example\nno address`)
  await expect(who).toContainText('1 person')
  await expect(who).toContainText(`1 address that nobody has: new@${slug}.example`)
  await expect(who).toContainText('1 line is no address, and left out: line 3, “no address”')
  await expect(page.getByRole('button', { name: 'Make 1 link' })).toBeEnabled()
  await page.getByLabel('Make contacts of addresses that nobody has').check()
  await expect(page.getByRole('button', { name: 'Make 2 links' })).toBeEnabled()

  // More than can be taken at once is said, with what to do instead.
  const column = page.getByRole('textbox', { name: 'Addresses, one in each line' })
  // As a paste does: typed line by line, so many take a browser minutes.
  await column.evaluate((box: HTMLTextAreaElement) => {
    const { set } = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value') ?? {}
    set?.call(box, 'a@b.example\n'.repeat(20_001))
    box.dispatchEvent(new Event('input', { bubbles: true }))
  })
  await expect(page.getByRole('alert').filter({ hasText: 'lines are taken at once' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Make links' })).toBeDisabled()

  await page.getByRole('radio', { name: 'The 3 people you chose' }).check()
  await page.getByLabel('They work for').selectOption('30')
  await page.getByLabel('What the sheet is called').fill('Autumn firing')
  await page.getByRole('button', { name: 'Make 3 links' }).click()
  await expect(page.getByRole('heading', { name: 'Autumn firing' })).toBeVisible()
  const came = page.getByRole('region', { name: 'What came of it' })
  await expect(came).toContainText('3 links')

  // How it is written is said, and what would break or stand in the open.
  const written = page.getByRole('region', { name: 'How it is written' })
  await written.getByLabel(/^Links, behind/).fill('?k={code}&to={email}')
  await expect(written).toContainText('Email would stand in the open')
  await expect(written.getByRole('button', { name: 'Keep' })).toBeDisabled()
  await written.getByLabel(/^Links, behind/).fill('?utm_source=letter&k={code}')
  await written.getByLabel(/^Or how your mailing tool/).fill('((COLUMN))')
  await expect(written.getByRole('status', { name: 'The link pattern' })).toHaveText(
    `${facts.url}/f/${slug}?utm_source=letter&k=((code))`,
  )
  await expect(written).toContainText('Code of the link: your tool has nothing to put in for its mark')
  await written.getByLabel('Code of the link').check()
  await expect(written.getByRole('listitem')).toHaveCount(0)
  await written.getByRole('button', { name: 'Keep' }).click()
  const download = page.waitForEvent('download')
  await written.getByRole('link', { name: 'CSV' }).click()
  const rows: Record<string, string>[] = parse(await readFile(await (await download).path(), 'utf8'), { columns: true })
  expect(rows.map(({ name, email }) => [name, email])).toEqual(
    people.map((name) => [name, `${name}@${slug}.example`.toLowerCase()]),
  )
  await written.getByRole('button', { name: 'Mail me five of them' }).click()
  const [, to = ''] =
    /3 links went to (\S+)/.exec(
      (await page
        .getByText(/^3 links went to/)
        .first()
        .textContent()) ?? '',
    ) ?? []
  const mail = await until('the mail', async () =>
    (await mailTo(reach, to)).find(({ subject }) => subject === 'Links to try: Autumn firing'),
  )
  for (const { link } of rows) expect(mail.text).toContain(link)

  // Somebody follows theirs on a phone, and is known before they type.
  const phone = await (
    await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  ).newPage()
  await phone.goto(rows[1]?.link ?? '')
  await expect(phone.getByLabel('First name')).toHaveValue('Nils')
  await page.reload()
  await expect(came).toContainText('1 opened 33.3 %')
  await page.getByLabel('Which links').selectOption('opened')
  const links = page.getByRole('region', { name: 'Links' })
  await expect(links.getByRole('row')).toHaveCount(2)
  await expect(links).toContainText('Nils')

  // Withdrawn, nobody is known by it any more, and what came of it stays told.
  await page.getByRole('button', { name: 'Withdraw all: links of this sheet' }).click()
  await page.getByRole('button', { name: 'Withdraw all for good' }).click()
  await expect(page.getByText('withdrawn', { exact: true })).toBeVisible()
  await expect(written).toBeHidden()
  await phone.goto(rows[1]?.link ?? '')
  await expect(phone.getByLabel('First name')).toHaveValue('')
  await page.getByRole('link', { name: 'Link sheets' }).first().click()
  await expect(page.getByRole('row').filter({ hasText: 'Autumn firing' })).toContainText('withdrawn')
  const { body } = await api<{ sheets: { used: { opened: number } }[] }>(reach, 'GET', '/link-sheets')
  expect(body.sheets[0]?.used.opened).toBe(1)
})

test('a segment leads to a link sheet for whoever is in it', async ({ browser }) => {
  const slug = unique('sheet')
  const { page, reach } = await enterHouse(browser, `advice@${slug}.example`)
  await releasedForm(reach, slug, greetingForm)
  for (const name of ['Pia', 'Quin']) {
    const sent = await send(reach, slug, { first_name: name, email: `${name}@${slug}.example` })
    await applied(reach, sent.body.submission)
  }
  const title = 'Called Pia'
  const condition = { value: 'contact.first_name', is: 'equals', to: 'Pia' }
  const { body } = await api<{ name: string }>(reach, 'POST', '/segments', { title, condition })
  await page.goto(`/people/segments/${body.name}`)
  await page.getByRole('link', { name: 'Make a link sheet' }).click()
  await expect(page.getByLabel('Which segment')).toHaveValue(body.name)
  await expect(page.getByRole('region', { name: 'Who that is' })).toContainText('1 person')
  await page.getByRole('button', { name: 'Make 1 link' }).click()
  await expect(page.getByRole('region', { name: 'Links' })).toContainText('Pia')
  await expect(page.getByText('Segment: Called Pia')).toBeVisible()
})
