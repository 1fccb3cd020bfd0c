import type { Page } from '@playwright/test'
import { mailTo, until } from '../support/api'
import { addressIn, runOwner } from '../support/owner'
import { expect, facts, test, unique } from './studio'

/** A house of its own for each test: its owner opens it. */
async function openHouse(page: Page) {
  const firm = unique('house')
  const email = `una@${firm}.example`
  await page.goto(addressIn(await runOwner(facts, email)))
  await page.getByLabel('Workspace').fill(firm)
  await page.getByLabel('Your name').fill('Una')
  await page.getByLabel('Password').fill('kiln-and-clay-1')
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.waitForURL('**/forms/begin')
  return { firm, email }
}

const invitationOf = (email: string) =>
  until(`the invitation of ${email}`, async () => {
    const mails = (await mailTo(facts, email)).filter(({ subject }) => subject.startsWith('Join'))
    return mails.at(-1)
  })

test('an owner invites, changes and takes out members, by mail, and cannot leave alone', async ({ browser }) => {
  const una = await (await browser.newContext({ baseURL: facts.url })).newPage()
  const { firm } = await openHouse(una)
  const jon = `jon@${firm}.example`

  await una.getByRole('link', { name: 'Settings' }).click()
  await una.getByRole('link', { name: 'Members: who may do what' }).click()
  await una.getByLabel('Their email').fill(jon)
  await una.getByLabel('Their role').selectOption('Reader')
  await una.getByRole('button', { name: 'Invite by mail' }).click()
  await expect(una.getByText(`${jon} as reader, by Una`)).toBeVisible()
  const first = addressIn((await invitationOf(jon)).text)

  // Another mail makes the one before of no use; so does withdrawing it.
  await una.getByRole('button', { name: `Mail ${jon} again` }).click()
  await until('another mail is there', async () => (await mailTo(facts, jon)).length === 2)
  const theirs = await (await browser.newContext({ baseURL: facts.url })).newPage()
  await theirs.goto(first)
  await expect(theirs.getByText('This address does not work')).toBeVisible()
  const addresses = (await mailTo(facts, jon)).map(({ text }) => addressIn(text))
  await theirs.goto(addresses.find((one) => one !== first) ?? '')
  await expect(theirs.getByText('sees everything, changes nothing')).toBeVisible()
  await theirs.getByLabel('Your name').fill('Jon')
  await theirs.getByLabel('Password').fill('kiln-and-clay-2')
  await theirs.getByRole('button', { name: 'Join' }).click()
  await theirs.waitForURL('**/forms')
  await expect(theirs.getByRole('link', { name: 'Begin a form' })).toHaveCount(0)
  await theirs.goto('/settings/members')
  await expect(theirs.getByText('As reader you may not see to members')).toContainText('Una can change that.')

  await una.reload()
  await una.getByLabel('Role of Jon').selectOption('Editor')
  await expect(una.getByText('“Jon” is editor now').first()).toBeVisible()
  await theirs.goto('/forms')
  await expect(theirs.getByRole('link', { name: 'Begin a form' })).toBeVisible()
  await una.getByLabel('Role of Jon').selectOption('Analyst')
  await expect(una.getByText('“Jon” is analyst now').first()).toBeVisible()
  await theirs.goto('/people')
  await expect(theirs.getByText('As analyst you may not see people and what they sent.')).toBeVisible()
  await expect(theirs.getByRole('link', { name: 'Arrivals' })).toHaveCount(0)

  // The last owner stays until there is another.
  await una.getByLabel('Role of Una').selectOption('Reader')
  await expect(una.getByText('A workspace needs an owner').first()).toBeVisible()
  await una.goto('/account')
  await una.getByRole('button', { name: 'Leave the workspace…' }).click()
  await una.getByRole('button', { name: 'Leave it' }).click()
  await expect(una.getByText('A workspace needs an owner').first()).toBeVisible()

  await una.goto('/settings/members')
  await una.getByRole('button', { name: 'Take out Jon' }).click()
  await una.getByRole('button', { name: 'Take out', exact: true }).click()
  await expect(una.getByRole('row').filter({ hasText: 'Jon' })).toHaveCount(0)
  await theirs.goto('/forms')
  await expect(theirs.getByText('you belong to no workspace any more')).toBeVisible()

  // One who was invited by mistake.
  await una.getByLabel('Their email').fill(`nobody@${firm}.example`)
  await una.getByRole('button', { name: 'Invite by mail' }).click()
  await una.getByRole('button', { name: `Withdraw the invitation of nobody@${firm}.example` }).click()
  await expect(una.getByText('Nobody who has not joined yet.')).toBeVisible()

  await una.getByRole('link', { name: 'Settings' }).first().click()
  await una.getByRole('link', { name: 'History: who did what' }).click()
  for (const deed of [
    'took a member out',
    'said what a member may do',
    'joined the workspace',
    'invited somebody',
    'withdrew an invitation',
  ])
    await expect(una.getByRole('cell', { name: deed }).first()).toBeVisible()
})

test('somebody who belongs to two workspaces chooses, and each tab keeps its own', async ({ browser }) => {
  const una = await (await browser.newContext({ baseURL: facts.url })).newPage()
  const { firm } = await openHouse(una)
  const berit = `berit@${firm}.example`
  const context = await browser.newContext({ baseURL: facts.url })
  const page = await context.newPage()
  await page.goto(addressIn(await runOwner(facts, berit)))
  await page.getByLabel('Workspace').fill(`${firm} two`)
  await page.getByLabel('Your name').fill('Berit')
  await page.getByLabel('Password').fill('kiln-and-clay-3')
  await page.getByRole('button', { name: 'Open it' }).click()
  await page.waitForURL('**/forms/begin')

  await una.goto('/settings/members')
  await una.getByLabel('Their email').fill(berit)
  await una.getByRole('button', { name: 'Invite by mail' }).click()
  await page.goto(addressIn((await invitationOf(berit)).text))
  await page.getByRole('button', { name: 'Join' }).click()
  await page.getByRole('link', { name: 'Go to it' }).click()
  await page.getByRole('link', { name: `${firm} editor` }).click()
  await page.waitForURL('**/in/*/forms')
  await page.getByRole('link', { name: 'Begin a form' }).click()
  await page.getByLabel('Name', { exact: true }).fill(`In ${firm}`)
  await page.getByRole('button', { name: 'Begin blank' }).click()
  await page.waitForURL(`**/in/${firm}-*/forms/*/compose`)
  await page.getByRole('heading', { name: `In ${firm}` }).waitFor()

  const second = await context.newPage()
  await second.goto('/forms')
  await second.getByRole('link', { name: `${firm} two owner` }).click()
  await second.waitForURL('**/in/*/forms')
  await expect(second.getByRole('link', { name: 'Begin a form' }).first()).toBeVisible()
  await expect(second.getByText(`In ${firm}`)).toHaveCount(0)
  // The first tab is where it was, goes on there, and saves there.
  await page.reload()
  await page.getByRole('link', { name: 'Release' }).click()
  await page.waitForURL(`**/in/${firm}-*/forms/*/release`)
  await page.getByRole('button', { name: 'Make release 1 live' }).click()
  await expect(page.getByText('release 1 live')).toBeVisible()
  await page.getByRole('link', { name: 'People' }).click()
  await page.waitForURL(`**/in/${firm}-*/people`)
  await page.goBack()
  await page.waitForURL('**/release')
  // Who leaves one is in the other, and needs to choose no more.
  await page.getByRole('link', { name: 'Berit' }).click()
  await page.getByRole('button', { name: 'Leave the workspace…' }).click()
  await page.getByRole('button', { name: 'Leave it' }).click()
  await page.waitForURL('**/workspaces')
  await expect(page.getByRole('link', { name: `${firm} editor` })).toHaveCount(0)
  await page.goto('/forms')
  await page.waitForURL(/\d\/forms$/)
  await una.goto('/settings/history')
  await expect(una.getByRole('cell', { name: 'left the workspace' })).toBeVisible()
})
