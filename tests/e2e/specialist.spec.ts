import { api, crmOf, mailTo, releasedForm, smallForm, until } from '../support/api'
import { expect, facts, test, unique } from './studio'
import { viewOfDraft } from './view'

/** The job from end to end: compose, say where answers land and who is told, release, send, see it arrive. */
test('a specialist makes a form, and a stranger’s answers reach contact, desk, visitor and CRM', async ({
  studio,
  browser,
}) => {
  const name = unique('Glaze help')
  const slug = name.toLowerCase().replace(' ', '-')
  const email = `${unique('ulla')}@studio.example`

  await studio.goto('/forms')
  await studio.getByRole('link', { name: 'Begin a form' }).click()
  await studio.getByLabel('Name', { exact: true }).fill(name)
  await expect(studio.getByLabel('Address', { exact: true })).toHaveValue(slug)
  await studio.getByRole('button', { name: 'Begin blank' }).click()
  await studio.waitForURL(`**/forms/${slug}/compose`)

  await test.step('compose: a list of questions at the foot, kinds guessed', async () => {
    const quick = studio.getByLabel('Add questions at the end')
    await quick.fill('First name\nHow many glazes do you use?\nSend me the newsletter')
    await quick.press('Enter')
    await expect(studio.getByRole('button', { name: 'Number: How many glazes do you use?' })).toBeVisible()
    await expect(studio.getByRole('button', { name: 'Consent: Send me the newsletter' })).toBeVisible()
    await studio.getByRole('button', { name: 'Short text: First name' }).click()
    await studio.getByLabel('required').check()
    await studio.getByRole('button', { name: 'Land First name in a record' }).click()
    // Nothing lands before a field is chosen; the likely one comes first.
    await expect(studio.locator('[cmdk-item]').first()).toContainText('Contact · First name')
    await studio.keyboard.press('Enter')
    await expect(studio.getByRole('button', { name: 'Record field for First name' })).toHaveText(/Contact · First name/)
    await expect(studio.getByText('draft saved')).toBeVisible()
  })

  await test.step('the visitor’s view and the plan follow', async () => {
    const view = await viewOfDraft(studio, slug, { field: 'first_name' })
    await view.getByLabel('First name').fill('Ulla')
    await view.getByLabel('Email').fill(email)
    await expect(studio.getByLabel('If sent now')).toContainText(`${email} becomes a new contact`)
    await expect(studio.getByLabel('If sent now')).toContainText('First name becomes Ulla')
  })

  await test.step('records: the list people join', async () => {
    await studio.getByRole('link', { name: 'Records' }).click()
    // Nothing is joined until somebody chooses which.
    await studio.getByLabel('Join a list').selectOption('')
    await expect(studio.getByLabel('List', { exact: true })).toHaveCount(0)
    await studio.getByLabel('Join a list').selectOption('glaze_club')
    await expect(studio.getByLabel('List', { exact: true })).toHaveValue('glaze_club')
    // A list that is made here is joined at once.
    const title = unique('Kiln letters')
    await studio.getByLabel('New list').fill(title)
    await studio.getByRole('button', { name: 'Add list' }).click()
    await expect(studio.getByLabel('List', { exact: true }).nth(1).locator('option:checked')).toHaveText(title)
    await studio.getByRole('button', { name: 'Take away list 2' }).click()
    await expect(studio.getByLabel('List', { exact: true })).toHaveCount(1)
  })

  await test.step('dispatch: a row, an otherwise row, and a message to the visitor', async () => {
    await studio.getByRole('link', { name: 'Dispatch' }).click()
    await studio.getByRole('button', { name: 'Tell a desk instead' }).click()
    await studio.getByLabel('Desk told otherwise').selectOption('advice_line')
    await studio.getByLabel('Add a column').selectOption('how_many_glazes_do_you_use')
    await studio.getByRole('button', { name: 'Add a row' }).click()
    await studio.getByRole('button', { name: /^Row 1, How many glazes/ }).click()
    await studio.getByRole('button', { name: 'Set what it must be' }).click()
    await studio.getByLabel('Number', { exact: true }).fill('10')
    await studio.keyboard.press('Escape')
    await studio.getByLabel('Desk told by row 1').selectOption('key_accounts')
    await studio.getByRole('button', { name: 'Add a message to the visitor' }).click()
  })

  await test.step('release', async () => {
    await studio.getByRole('link', { name: 'Release' }).click()
    await studio.getByRole('button', { name: 'Make release 1 live' }).click()
    await expect(studio.getByText('release 1 live')).toBeVisible()
  })

  await test.step('a stranger sends it', async () => {
    const visitor = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
    await visitor.goto(`${facts.url}/f/${slug}?utm_source=Letter`)
    await visitor.getByLabel('Email').fill(email)
    await visitor.getByLabel('First name').fill('Ulla')
    await visitor.getByLabel('How many glazes').fill('12')
    await visitor.getByRole('checkbox').check()
    await visitor.getByRole('button', { name: 'Send' }).click()
    await expect(visitor.getByRole('heading', { name: 'Thank you' })).toBeFocused()
  })

  await test.step('it reaches everybody', async () => {
    const desk = await until('the desk’s mail', async () =>
      (await mailTo(facts, 'key.accounts@tarnfield.example')).find(({ replyTo }) => replyTo === email),
    )
    expect(desk.text).toContain('First name: Ulla')
    await until('the visitor’s mail', async () => (await mailTo(facts, email)).length === 1)
    const record = await until('the CRM record', () => crmOf(facts, email))
    expect(record.fields.first_name).toBe('Ulla')
  })

  await test.step('the specialist sees it arrive', async () => {
    await studio.goto(`/arrivals?form=${slug}`)
    await studio.getByRole('link', { name: 'Ulla' }).click()
    await expect(studio.getByRole('heading', { name: email })).toBeVisible()
    await expect(studio.getByRole('cell', { name: 'Joins Glaze club' })).toBeVisible()
    await expect(studio.getByText('delivered', { exact: true })).toHaveCount(3)
    await studio.getByRole('link', { name: 'Their page' }).click()
    await expect(studio.getByText('“Send me the newsletter”')).toBeVisible()
    // The rollups follow within two seconds; the page shows them as they were when it was opened.
    await until('the numbers follow', async () => (await api(facts, 'GET', `/forms/${slug}/readout`)).body.sent === 1)
    await studio.goto(`/forms/${slug}/readout`)
    await expect(studio.getByText('1 sent it', { exact: true })).toBeVisible()
    await expect(studio.getByRole('cell', { name: 'letter', exact: true })).toBeVisible()
  })
})

test('the ledger works by keys alone, and undo brings everything back', async ({ studio }) => {
  const slug = unique('keys')
  await studio.goto('/forms/begin')
  await studio.getByLabel('Name', { exact: true }).fill(slug)
  await studio.keyboard.press('Enter')
  await studio.waitForURL(`**/forms/${slug}/compose`)
  const row = (name: string) => studio.getByRole('button', { name })
  await row('Email: Email').focus()
  await studio.keyboard.press('a')
  await studio.keyboard.type('Which clay do you use?')
  await studio.keyboard.press('Enter')
  await studio.keyboard.press('Escape')
  await row('Single choice: Which clay do you use?').focus()
  await studio.keyboard.press('r')
  await studio.keyboard.press('Alt+ArrowUp')
  await expect(row('Single choice: Which clay do you use?')).toBeFocused()
  const labels = () => studio.locator('[data-row]').allInnerTexts()
  expect((await labels()).map((text) => text.split('\n').at(-1))).toEqual([
    'Step 1 · Your details',
    'Which clay do you use?',
    'Email',
  ])
  await studio.keyboard.press('Enter')
  await expect(studio.getByLabel('Options, one a line')).toBeVisible()
  await studio.getByLabel('Options, one a line').fill('Red clay\nPaper clay')
  await expect(studio.getByText('stored as red_clay, paper_clay')).toBeVisible()
  await studio.getByLabel('Options, one a line').press('Escape')
  await expect(row('Single choice: Which clay do you use?')).toBeFocused()
  await studio.keyboard.press('d')
  await studio.keyboard.press('x')
  await expect(studio.locator('[data-row]')).toHaveCount(4)
  await studio.keyboard.press('Delete')
  await expect(studio.locator('[data-row]')).toHaveCount(3)
  await studio.getByRole('button', { name: 'Undo' }).first().click()
  await expect(studio.locator('[data-row]')).toHaveCount(4)
  await row('Email: Email').focus()
  await studio.keyboard.press('s')
  await expect(studio.getByText('2 steps')).toBeVisible()
  await studio.keyboard.press('Control+z')
  await expect(studio.getByText('1 step', { exact: false }).first()).toBeVisible()
  await expect(studio.getByText('draft saved')).toBeVisible()
  await studio.reload()
  await expect(studio.locator('[data-row]')).toHaveCount(4)
})

test('renaming a value keeps every use of it, and Ctrl K goes anywhere', async ({ studio }) => {
  await studio.goto('/forms')
  await studio.keyboard.press('Control+k')
  await studio.getByPlaceholder('A place, a form, a person, a company').fill('bring comp')
  await studio.keyboard.press('Enter')
  await studio.waitForURL('**/forms/bring-a-studio/compose')
  await studio.getByRole('button', { name: /studio_code/ }).click()
  const field = studio.getByLabel('Called in reports')
  await field.fill('their studio')
  await expect(studio.getByText('Start with a letter; use a-z, 0-9 and _ (60 at most)')).toBeVisible()
  await field.fill('first_name')
  await expect(studio.getByText('Another value is called that')).toBeVisible()
  await field.fill('code')
  await field.press('Enter')
  await studio.getByText('Title and wording').click()
  await expect(studio.getByLabel('Introduction')).toHaveValue(/\{\{ code \| default/)
  await studio.keyboard.press('Escape')
  await studio.getByRole('button', { name: 'Undo' }).click()
  await expect(studio.getByLabel('Introduction')).toHaveValue(/\{\{ studio_code \| default/)
  await expect(studio.getByText('draft saved')).toBeVisible()
})

test('two windows on one draft: both keep what they did, and what clashes is chosen word by word', async ({
  studio,
  secondStudio: other,
}) => {
  const slug = unique('both')
  await studio.goto('/forms/begin')
  await studio.getByLabel('Name', { exact: true }).fill(slug)
  await studio.keyboard.press('Enter')
  await studio.waitForURL(`**/forms/${slug}/compose`)
  await other.goto(`${facts.url}/forms/${slug}/compose`)
  await other.getByLabel('Add questions at the end').fill('Theirs')
  await other.keyboard.press('Enter')
  await expect(other.getByText('draft saved')).toBeVisible()
  await studio.getByLabel('Add questions at the end').fill('Mine')
  await studio.keyboard.press('Enter')
  await expect(studio.getByText('You, in another window, saved meanwhile').first()).toBeVisible()
  await expect(studio.getByRole('button', { name: 'Short text: Theirs' })).toBeVisible()
  await expect(studio.getByRole('button', { name: 'Short text: Mine' })).toBeVisible()
  await expect(studio.getByText('draft saved')).toBeVisible()

  // What both changed otherwise stands side by side.
  await other.reload()
  const rename = async (page: typeof studio, to: string) => {
    await page.getByRole('button', { name: /^Email: / }).click()
    await page.getByLabel('Wording', { exact: true }).fill(to)
  }
  await rename(other, 'Their mail')
  await expect(other.getByText('draft saved')).toBeVisible()
  await rename(studio, 'My mail')
  const alert = studio.getByRole('alert').filter({ hasText: 'You, in another window, saved another draft' })
  await expect(alert).toContainText('what “My mail” asks')
  await expect(alert.getByLabel('Their mail')).toBeChecked()
  await alert.getByLabel('My mail').check()
  await alert.getByRole('button', { name: 'Keep what is chosen' }).click()
  await expect(alert).toBeHidden()
  await expect(studio.getByRole('button', { name: 'Email: My mail' })).toBeVisible()
  await expect(studio.getByText('draft saved')).toBeVisible()

  // What was done can be undone after the page was loaded anew.
  await studio.reload()
  await studio.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(studio.getByRole('button', { name: /^Email: (?!My mail)/ })).toBeVisible()
})

test('nobody gets into the studio without signing in', async ({ page }) => {
  for (const path of [
    '/forms',
    '/forms/kiln-finder/compose',
    '/arrivals',
    '/people',
    '/outbox',
    '/bench',
    '/settings',
  ]) {
    await page.goto(path)
    await expect(page).toHaveURL(/\/sign-in$/)
  }
  const preview = await page.request.get('/preview/kiln-finder')
  expect(preview.status()).toBe(404)
  await page.goto('/sign-in')
  await page.getByLabel('Email').fill(facts.email)
  await page.getByLabel('Password').fill('not-the-password')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The email or the password is wrong.' })).toBeVisible()
  await page.getByRole('button', { name: 'Enter the demo as Ines' }).click()
  await page.waitForURL('**/forms')
})

test('what a form begins with is known to what would happen, also where its page is there before the studio wakes', async ({
  studio,
}) => {
  const slug = unique('begins')
  const sharing = { kind: 'stepper' as const, name: 'sharing', label: 'People', required: true, minimum: 1, default: 2 }
  const steps = [...smallForm.steps, { name: 'more', title: 'More', questions: [sharing] }]
  await releasedForm(facts, slug, { ...smallForm, steps })
  const view = studio
    .waitForEvent('framenavigated', (frame) => frame.url().includes('/preview/'))
    .then((frame) => frame.waitForLoadState())
  await studio.route(/\/_next\/.*\.js/, async (route) => {
    await view
    await route.continue()
  })
  await studio.goto(`/forms/${slug}/compose`)
  await expect(studio.getByLabel('If sent now')).toContainText('Nothing is filled in yet: 2 answers to give.')
  await studio.unrouteAll({ behavior: 'ignoreErrors' })
})
