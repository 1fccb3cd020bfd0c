import { api, applied, releasedForm, send, until } from '../support/api'
import { expect, facts, test, unique } from './studio'

/** Companies, deals and typed fields, from Settings to the pages that fill. */

interface Planned {
  records: { record: string; id: string | null }[]
}

const answers = (studio: string | null, email: string, budget: number | null) => ({
  ware: 'glass',
  people_sharing: 2,
  supply: 'three_phase',
  region: 'west',
  budget,
  studio,
  first_name: 'Ulven',
  email,
})

async function enquire(studio: string | null, email: string, budget: number | null): Promise<Planned> {
  const sent = await send(facts, 'kiln-finder', answers(studio, email, budget))
  expect(sent.status).toBe(200)
  return (await applied(facts, sent.body.submission)).plan as unknown as Planned
}

test('companies fill: by name, by mail domain, and with a deal for each person', async ({ studio }) => {
  const house = unique('Quarry')
  const domain = `${house.toLowerCase()}.example`
  const idOf = ({ records }: Planned, record: string) => records.find((one) => one.record === record)?.id
  const first = await enquire(`${house} Clay House`, `one@${domain}`, 900)
  expect(idOf(first, 'company')).toBe(null)
  const second = await enquire(`${house.toUpperCase()}  clay-house`, `two@${domain}`, null)
  const company = idOf(second, 'company')
  expect(company).toBeTruthy()
  expect(idOf(await enquire(null, `three@mail.${domain}`, null), 'company')).toBe(company)
  const again = await enquire(`${house} Clay House`, `one@${domain}`, 2500)
  expect(idOf(again, 'deal')).toBeTruthy()

  await studio.goto('/people/companies')
  await studio.getByLabel('Narrow by name or domain').fill(house)
  await studio.getByRole('link', { name: `${house} Clay House` }).click()
  await expect(studio.getByRole('heading', { name: `${house} Clay House` })).toBeVisible()
  await expect(studio.getByText(`its people write from ${domain}`)).toBeVisible()
  await expect(studio.getByText(`three@mail.${domain}`)).toBeVisible()
  await expect(studio.getByText('Budget: 2500')).toBeVisible()
  await expect(studio.getByRole('cell', { name: 'New', exact: true })).toHaveCount(3)
  await studio.getByRole('link', { name: 'Ulven' }).first().click()
  await expect(studio.getByRole('link', { name: `${house} Clay House` })).toBeVisible()
  await expect(studio.getByRole('heading', { name: 'Deals and requests' })).toBeVisible()
})

test('a field made in Settings is offered while mapping, what does not fit is said and mended, and a retired one stays', async ({
  studio,
}) => {
  const label = unique('Firing years')
  await studio.goto('/settings')
  await studio.getByLabel('New contact field').fill(label)
  await studio.getByLabel('It stores').selectOption('Number')
  await studio.getByRole('button', { name: 'Add contact field' }).click()
  await expect(studio.getByRole('button', { name: label, exact: true })).toBeVisible()

  const slug = unique('typed')
  await api(facts, 'POST', '/forms', { name: slug, slug })
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByLabel('Add questions at the end').fill('When did you begin?')
  await studio.getByLabel('Add questions at the end').press('Enter')
  await studio.getByRole('link', { name: 'Records' }).click()
  await studio.getByRole('button', { name: 'Land When did you begin? in a record' }).click()
  await studio.getByPlaceholder('A field, or a name for a new one').fill(label)
  await studio.getByRole('option', { name: `Contact · ${label} its year` }).click()
  // What would not fit as it is lands so that it does.
  const fold = studio.locator('summary', { hasText: 'lands its year' })
  await fold.click()
  const lands = studio.getByLabel('What of When did you begin? lands')
  await expect(lands).toHaveValue('year')
  await lands.selectOption('lands as it is')
  await expect(studio.getByText(/Land its year or its month/)).toBeVisible()
  await lands.selectOption('lands its year')
  await expect(studio.getByText(/Land its year or its month/)).toBeHidden()
  await studio.getByRole('link', { name: 'Release' }).click()
  await studio.getByRole('button', { name: 'Make release 1 live' }).click()
  await expect(studio.getByText('release 1 live')).toBeVisible()
  const email = `${unique('edda')}@studio.example`
  const sent = await send(facts, slug, { email, when_did_you_begin: '1998-04-01' })
  const { contact } = await applied(facts, sent.body.submission)

  await studio.goto('/settings')
  await studio.getByRole('button', { name: label, exact: true }).click()
  await studio.getByRole('button', { name: /^Retire it/ }).click()
  await expect(studio.getByRole('row', { name: label }).getByText('Number · retired')).toBeVisible()
  await studio.goto(`/people/${contact}`)
  await expect(studio.getByRole('row', { name: new RegExp(`${label} retired 1998`) })).toBeVisible()
  await studio.goto(`/forms/${slug}/records`)
  await expect(studio.getByText('which is retired. What is stored stays.')).toBeVisible()
})

test('a request is opened by a form that says so in Records', async ({ studio }) => {
  const slug = unique('service')
  await api(facts, 'POST', '/forms', { name: slug, slug })
  await studio.goto(`/forms/${slug}/records`)
  await studio.getByLabel('none').nth(1).check()
  await studio.getByLabel('Title of the request').fill('Repair for {{ email }}')
  await studio.getByLabel('When the person has a request of this form').selectOption('the one of before is updated')
  await studio.getByText('until it is Done').click()
  await expect(studio.getByRole('checkbox', { name: 'Done' })).toBeChecked()
  await studio.getByRole('button', { name: 'Set its status by what is answered' }).click()
  await studio.getByLabel('Status 1 of the request', { exact: true }).selectOption('Done')
  await expect(studio.getByText(/draft saved/)).toBeVisible()
  await studio.getByRole('link', { name: 'Release' }).click()
  await studio.getByRole('button', { name: 'Make release 1 live' }).click()
  await expect(studio.getByText('release 1 live')).toBeVisible()
  const email = `${unique('petra')}@studio.example`
  const sent = await send(facts, slug, { email })
  const { contact } = await applied(facts, sent.body.submission)
  await until('the request', async () => {
    await studio.goto(`/people/${contact}`)
    return (await studio.getByText(`Repair for ${email}`).count()) > 0
  })
  await expect(studio.getByRole('cell', { name: 'Done', exact: true })).toBeVisible()
  // What is over is not the same any more: another is opened.
  await applied(facts, (await send(facts, slug, { email })).body.submission)
  await studio.reload()
  await expect(studio.getByRole('link', { name: `Repair for ${email}` })).toHaveCount(2)
})

test('nothing lands before a field is chosen; the likely ones come first, and one is made where one stands', async ({
  studio,
}) => {
  const slug = unique('lands')
  await api(facts, 'POST', '/forms', { name: slug, slug })
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByLabel('Add questions at the end').fill('Your name\nWhere shall we deliver?\nHow many shelves?')
  await studio.keyboard.press('Enter')
  await studio.getByRole('button', { name: 'Name: Your name' }).click()
  await studio.getByRole('button', { name: 'Land Your name in a record' }).click()
  await expect(studio.locator('[cmdk-item]').first()).toHaveText('Each part in its own: First name, Last name')
  await studio.keyboard.press('Escape')
  await expect(studio.locator('[data-drawer]')).toBeVisible()
  await expect(studio.getByText('Stays with the submission. Land it in…')).toBeVisible()
  await studio.getByRole('button', { name: 'Land Your name in a record' }).click()
  await studio.keyboard.press('Enter')
  await expect(studio.getByLabel('Record field for Your name')).toHaveText([/First name/, /Last name/])

  // What would be lost of a value is told.
  await studio.getByRole('button', { name: 'Take away landing of Your name' }).last().click()
  await studio.getByRole('link', { name: 'Records' }).click()
  await expect(
    studio.getByText('“Your name” lands its First name only: Last name stays with the submission.'),
  ).toBeVisible()

  const label = unique('Shelves')
  await studio.getByRole('button', { name: 'Land How many shelves? in a record' }).click()
  await studio.getByPlaceholder('A field, or a name for a new one').fill(label)
  await studio.getByRole('option', { name: `New contact field “${label}” number` }).click()
  await expect(studio.getByLabel('Record field for How many shelves?')).toHaveText(new RegExp(`Contact · ${label}`))
})

test('an answer that says nothing is said to, and leaves what is stored', async ({ studio }) => {
  const slug = unique('unsaid')
  await releasedForm(facts, slug, {
    title: 'Ask',
    steps: [
      {
        name: 'all',
        title: 'All',
        questions: [
          {
            kind: 'single_choice',
            name: 'region',
            label: 'Which region?',
            options: [
              { value: 'north', label: 'North' },
              { value: 'not_sure', label: 'Not sure' },
            ],
            lands: [{ field: 'last_name' }],
          },
          { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
        ],
      },
    ],
  })
  await studio.goto(`/forms/${slug}/records`)
  await studio.locator('summary', { hasText: 'is proposed' }).click()
  await studio.getByRole('checkbox', { name: 'Not sure' }).check()
  await studio.getByLabel('If nothing proves who sent Which region?').selectOption('lands, whoever sent it')
  await expect(studio.getByText('“Not sure” says nothing · lands, whoever sent it')).toBeVisible()
  await expect(studio.getByText(/^draft saved/)).toBeVisible()
  await api(facts, 'POST', `/forms/${slug}/releases`)
  const email = `${unique('unsaid')}@studio.example`
  const answer = async (region: string) => {
    const { body } = await send(facts, slug, { email, region })
    const { contact } = await applied(facts, body.submission)
    return (await api<{ values: object }>(facts, 'GET', `/contacts/${contact}`)).body.values
  }
  expect(await answer('north')).toMatchObject({ last_name: 'North' })
  expect(await answer('not_sure')).toMatchObject({ last_name: 'North' })
})
