import { api, applied, crmOf, send } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** A member changes what is known of people, companies and deals, and puts back what was done to them. */

test('a field and a note of a person, their company and their deal are changed in place, and put back', async ({
  studio,
}) => {
  const house = unique('Orchard')
  const email = `pia@${house.toLowerCase()}.example`
  const sent = await send(facts, 'kiln-finder', {
    ...{ ware: 'glass', people_sharing: 2, supply: 'three_phase', region: 'west', budget: 900 },
    ...{ studio: `${house} Pottery`, first_name: 'Pia', email },
  })
  const { contact } = await applied(facts, sent.body.submission)
  const happened = studio.getByRole('region', { name: 'What happened' })
  const entry = (words: RegExp) => happened.getByRole('listitem').filter({ hasText: words }).first()

  await studio.goto(`/people/${contact}`)
  await expect(studio.getByRole('heading', { name: 'Pia' })).toBeVisible()
  // With keys alone: open, write, keep.
  await studio.getByRole('button', { name: /change Last name$/ }).focus()
  await studio.keyboard.press('Enter')
  await studio.keyboard.type('Ekström')
  await studio.keyboard.press('Enter')
  await expect(studio.getByRole('heading', { name: 'Pia Ekström' })).toBeVisible()
  await expect(entry(/Ines by hand/)).toContainText('Last nameEkström')
  // The CRM that every form sends to gets it, without a submission.
  const crm = () => crmOf(facts, email)
  await expect.poll(async () => (await crm())?.fields.last_name).toBe('Ekström')
  expect((await crm())?.fields.company).toBe(`${house} Pottery`)
  // Escape leaves it as it was.
  await studio.getByRole('button', { name: /change Ware$/ }).click()
  await studio.getByRole('combobox', { name: 'Ware' }).selectOption('Stoneware')
  await studio.keyboard.press('Escape')
  await expect(studio.getByRole('button', { name: /change Ware$/ })).toHaveText(/^Glass,/)
  // A field of several choices, emptied, and a wrong value.
  await studio.getByRole('button', { name: /change Interests$/ }).click()
  await studio.getByRole('checkbox', { name: 'Raku' }).check()
  await studio.getByRole('checkbox', { name: 'Smoke' }).check()
  await studio.getByRole('button', { name: 'Keep' }).click()
  await expect(studio.getByRole('button', { name: /change Interests$/ })).toHaveText(/^Raku, Smoke,/)
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect(studio.getByRole('button', { name: /change Interests$/ })).toHaveText(/^—,/)
  await studio.getByRole('button', { name: /change Email$/ }).click()
  await studio.getByRole('textbox', { name: 'Email' }).fill('pia at home')
  await studio.getByRole('button', { name: 'Keep' }).click()
  await expect(studio.getByText('Give an email address.').first()).toBeVisible()
  await studio.getByRole('button', { name: 'Leave it' }).click()

  await studio.getByLabel('A new note').fill('Rang on Monday.\nWants the front loader.')
  await studio.getByLabel('A new note').press('Control+Enter')
  const note = studio.getByRole('listitem').filter({ has: studio.getByRole('button', { name: 'Take away' }) })
  await expect(note).toContainText('Wants the front loader.')
  await expect(note).toContainText('Ines')
  await note.getByRole('button', { name: 'Change', exact: true }).click()
  await studio.getByLabel('The note').fill('Wants the top loader.')
  await studio.getByRole('button', { name: 'Keep' }).click()
  await expect(note).toContainText('Wants the top loader.')
  await note.getByRole('button', { name: 'Take away' }).click()
  await expect(note).toHaveCount(0)
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect(note).toContainText('Wants the top loader.')

  // What was sent is put back where nothing came after it: the last name was entered by hand since, and stays.
  await entry(/Sent Kiln finder/)
    .getByRole('button', { name: /^Put back: all/ })
    .click()
  await expect(studio.getByText(/Put back, all but/).first()).toBeVisible()
  await expect(studio.getByRole('button', { name: /change Ware$/ })).toHaveText(/^—,/)
  await expect(studio.getByRole('heading', { name: 'Ekström' })).toBeVisible()
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect(studio.getByRole('button', { name: /change Ware$/ })).toHaveText(/^Glass,/)

  // Its deal, then its company.
  await studio.getByRole('link', { name: `Kiln for ${house} Pottery` }).click()
  await expect(studio.getByRole('heading', { name: `Kiln for ${house} Pottery` })).toBeVisible()
  await studio.getByRole('button', { name: /change Stage$/ }).click()
  await studio.getByRole('combobox', { name: 'Stage' }).selectOption('Won')
  await studio.getByRole('button', { name: 'Keep' }).click()
  await expect(entry(/Ines by hand/)).toContainText('New → Won')
  await studio.getByLabel('A new note').fill('Ordered by phone')
  await studio.getByRole('button', { name: 'Add the note' }).click()
  await expect(entry(/Note/)).toContainText('Ordered by phone')
  await happened
    .getByRole('button', { name: /^Put back: all/ })
    .nth(1)
    .click()
  await expect(studio.getByRole('button', { name: /change Stage$/ })).toHaveText(/^New,/)
  await studio.getByRole('link', { name: `${house} Pottery`, exact: true }).click()
  await studio.getByRole('button', { name: /change Name$/ }).click()
  await studio.getByRole('textbox', { name: 'Name' }).fill(`${house} Studio`)
  await studio.getByRole('button', { name: 'Keep' }).click()
  await expect(studio.getByRole('heading', { name: `${house} Studio` })).toBeVisible()
  await studio.getByLabel('A new note').fill('New name since May')
  await studio.getByRole('button', { name: 'Add the note' }).click()
  await expect(entry(/Note/)).toContainText('New name since May')
  await entry(/Name/)
    .getByRole('button', { name: /^Put back: all/ })
    .click()
  await expect(studio.getByRole('heading', { name: `${house} Pottery` })).toBeVisible()
})

test('what a submission did is put back from its page, and done again', async ({ studio }) => {
  const slug = unique('late').toLowerCase()
  const email = `rolf@${slug}.example`
  const sent = await send(facts, 'firing-notes', { first_name: 'Rolf', email, letter: true })
  const before = await applied(facts, sent.body.submission)
  const known = async () =>
    (await api<{ contacts: unknown[] }>(facts, 'GET', `/contacts?email=${email}`)).body.contacts.length
  await studio.goto(`/arrivals/${sent.body.submission}`)
  await studio.getByRole('button', { name: /^Put back: what it did/ }).click()
  await expect(studio.getByText('was put back by Ines')).toBeVisible()
  await expect(studio.getByRole('link', { name: 'Their page' })).toHaveCount(0)
  expect(await known()).toBe(0)
  // Whoever has the page of somebody who is gone is told so, and can bring them back.
  const { contact } = before
  await studio.goto(`/people/${contact}`)
  await expect(studio.getByText('what opened it was put back by Ines')).toBeVisible()
  await studio.getByRole('button', { name: /^Bring it back/ }).click()
  await expect(studio.getByRole('heading', { name: 'What happened' })).toBeVisible()
  await studio
    .getByRole('button', { name: /^Put back: all/ })
    .last()
    .click()
  await expect(studio.getByText('what opened it was put back by Ines')).toBeVisible()
  await studio.getByRole('button', { name: 'Undo' }).last().click()
  await expect(studio.getByRole('heading', { name: 'What happened' })).toBeVisible()
  await studio
    .getByRole('button', { name: /^Put back: all/ })
    .last()
    .click()
  await expect(studio.getByText('what opened it was put back by Ines')).toBeVisible()
  await studio.goto(`/arrivals/${sent.body.submission}`)
  await studio.getByRole('button', { name: /^Do it again/ }).click()
  await expect(studio.getByText('was put back by Ines')).toHaveCount(0)
  await expect(studio.getByRole('link', { name: 'Their page' })).toBeVisible()
  expect(await known()).toBe(1)
})

test('History tells who did what, leads there, and puts it back', async ({ studio }) => {
  const title = unique('East desk')
  const email = `${unique('nora').toLowerCase()}@studio.example`
  await studio.goto('/settings')
  await studio.getByLabel('New desk').fill(title)
  await studio.getByRole('button', { name: 'Add desk' }).click()
  await expect(studio.getByText(title).first()).toBeVisible()
  const made = await api<{ id: string }>(facts, 'POST', '/contacts', { email, first_name: 'Nora' })
  await studio.getByRole('link', { name: 'History: who did what' }).click()
  const row = (words: string) => studio.getByRole('row').filter({ hasText: words })
  await expect(row(title)).toContainText('Ines')
  await expect(row(title)).toContainText('made a desk')
  await studio.getByLabel('Narrow by who, or to what').fill(email)
  await expect(row(title)).toHaveCount(0)
  await expect(row(email)).toContainText('Demo through the API')
  await row(email).getByRole('link', { name: email }).click()
  await expect(studio.getByRole('heading', { name: 'Nora' })).toBeVisible()
  await studio.goBack()
  await row(email).hover()
  await row(email)
    .getByRole('button', { name: /^Put back/ })
    .click()
  await expect(row(email).filter({ hasText: 'entered a contact' }).getByText('put back', { exact: true })).toBeVisible()
  expect((await api(facts, 'GET', `/contacts/${made.body.id}`)).status).toBe(404)
  await studio.getByLabel('What was done').selectOption('put back')
  await expect(row(email)).toHaveCount(1)
  await studio.getByLabel('What was done').selectOption('sent a form')
  await studio.getByLabel('Which causes').selectOption('And what visitors sent')
  await studio.getByLabel('Narrow by who, or to what').fill('')
  await expect(studio.getByRole('row').filter({ hasText: 'a visitor' }).first()).toBeVisible()
})
