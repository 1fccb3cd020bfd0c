import type { Page } from '@playwright/test'
import { TOTP } from 'otpauth'
import { query } from '../support/database'
import { makeMember, makeWorkspace } from '../support/workspace'
import { expect, facts, test } from './studio'

/** Somebody with a workspace of their own, who signs in by hand. */
async function somebody() {
  const { id } = await makeWorkspace(facts, false)
  return makeMember(facts, id, 'owner', 'Berit')
}

async function signIn(page: Page, { email, password }: { email: string; password: string }) {
  await page.goto('/sign-in')
  await page.getByLabel('Email').fill(email)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}

test('a second factor is asked for from the first code on, and recovery codes stand in once', async ({ browser }) => {
  const berit = await somebody()
  const page = await (await browser.newContext({ baseURL: facts.url })).newPage()
  await signIn(page, berit)
  await page.waitForURL('**/forms')
  await page.getByRole('link', { name: 'Berit' }).click()
  await page.getByRole('button', { name: 'Turn it on…' }).click()
  await page.getByLabel('Your password').fill('not this one')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The password is wrong.' })).toBeVisible()
  await page.getByLabel('Your password').fill(berit.password)
  await page.getByRole('button', { name: 'Go on' }).click()
  const secret = (await page.locator('code').first().textContent()) ?? ''
  const totp = new TOTP({ secret })
  await page.getByLabel('The code it shows').fill('000000')
  await page.getByRole('button', { name: 'Turn it on', exact: true }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'The code is wrong' })).toBeVisible()
  await page.getByLabel('The code it shows').fill(totp.generate())
  await page.getByRole('button', { name: 'Turn it on', exact: true }).click()
  await page.getByRole('button', { name: 'I have kept them' }).waitFor()
  const codes = await page.getByRole('list', { name: 'Recovery codes' }).getByRole('listitem').allTextContents()
  expect(codes.length).toBeGreaterThan(5)
  await page.getByRole('button', { name: 'I have kept them' }).click()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')

  const enterCode = async (code: string) => {
    await page.getByLabel('Code').fill(code)
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  }
  await signIn(page, berit)
  await enterCode('000000')
  await expect(page.getByRole('alert').filter({ hasText: 'The code is wrong' })).toBeVisible()
  // The password alone lets nobody in.
  await page.goto('/forms')
  await page.waitForURL('**/sign-in')
  await signIn(page, berit)
  await enterCode(totp.generate())
  await page.waitForURL('**/forms')

  const elsewhere = await (await browser.newContext({ baseURL: facts.url })).newPage()
  const recover = async (code: string) => {
    await signIn(elsewhere, berit)
    await elsewhere.getByLabel('Code').fill(code)
    await elsewhere.getByRole('button', { name: 'Sign in', exact: true }).click()
  }
  await recover(codes[0] ?? '')
  await elsewhere.waitForURL('**/forms')
  await elsewhere.getByRole('button', { name: 'Sign out' }).click()
  await elsewhere.waitForURL('**/sign-in')
  await recover(codes[0] ?? '')
  await expect(elsewhere.getByRole('alert').filter({ hasText: 'no recovery code that still works' })).toBeVisible()

  await page.goto('/account')
  await page.getByRole('button', { name: 'Make new recovery codes…' }).click()
  await page.getByLabel('Your password').fill(berit.password)
  await page.getByRole('button', { name: 'Go on' }).click()
  await page.getByRole('button', { name: 'I have kept them' }).click()
  await recover(codes[1] ?? '')
  await expect(elsewhere.getByRole('alert').filter({ hasText: 'no recovery code that still works' })).toBeVisible()
  await page.getByRole('button', { name: 'Turn it off…' }).click()
  await page.getByLabel('Your password').fill(berit.password)
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('The second factor is off').first()).toBeVisible()
  await signIn(elsewhere, berit)
  await elsewhere.waitForURL('**/forms')
  await page.goto('/settings/history')
  for (const deed of ['turned their second factor off', 'made new recovery codes', 'turned a second factor on'])
    await expect(page.getByRole('cell', { name: deed })).toHaveCount(1)
})

test('a passkey signs in by itself, until it is removed', async ({ browser }) => {
  const berit = await somebody()
  const context = await browser.newContext({ baseURL: facts.url.replace('127.0.0.1', 'localhost') })
  const page = await context.newPage()
  const cdp = await context.newCDPSession(page)
  await cdp.send('WebAuthn.enable')
  await cdp.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
  await signIn(page, berit)
  await page.waitForURL('**/forms')
  await page.goto('/account')
  await page.getByLabel('What the new key is called').fill('My telephone')
  await page.getByRole('button', { name: 'Add a passkey' }).click()
  await expect(page.getByText('My telephone')).toBeVisible()
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await page.waitForURL('**/forms')
  await expect(page.getByRole('link', { name: 'Berit' })).toBeVisible()
  await page.goto('/account')
  await page.getByRole('button', { name: 'Remove My telephone' }).click()
  await expect(page.getByText('None yet.')).toBeVisible()
  await page.goto('/settings/history')
  for (const deed of ['removed a key to sign in with', 'added a key to sign in with'])
    await expect(page.getByRole('cell', { name: deed })).toHaveCount(1)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')
  await page.getByRole('button', { name: 'Sign in with a passkey' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'Nobody signs in here with this key.' })).toBeVisible()
})

test('sessions are listed, and ended from another one', async ({ browser }) => {
  const berit = await somebody()
  const [one, two] = [
    await (await browser.newContext({ baseURL: facts.url })).newPage(),
    await (await browser.newContext({ baseURL: facts.url })).newPage(),
  ]
  for (const page of [one, two]) {
    await signIn(page, berit)
    await page.waitForURL('**/forms')
  }
  await one.goto('/account')
  const sessions = one.locator('#sessions')
  await expect(sessions.getByText('this one', { exact: true })).toHaveCount(1)
  // One of them was begun by no browser.
  await expect(sessions.getByText('Chrome on Linux')).toHaveCount(2)
  await sessions.getByRole('button', { name: 'End all but this one' }).click()
  await expect(sessions.getByRole('row')).toHaveCount(2)
  await two.goto('/forms')
  await two.waitForURL('**/sign-in')
  await one.reload()
  await expect(sessions.getByText('this one', { exact: true })).toBeVisible()
})

test('whoever signs out leaves nothing in the browser of what they looked for', async ({ browser }) => {
  const { id } = await makeWorkspace(facts, false)
  await query(
    facts.database,
    `insert into record (workspace_id, type, key, title, "values", created_at, updated_at)
     values ($1, 'contact', 'secret-caller@nowhere.example', 'Somebody', '{}', now(), now())`,
    [id],
  )
  const page = await (await browser.newContext({ baseURL: facts.url })).newPage()
  await signIn(page, await makeMember(facts, id, 'owner', 'Berit'))
  await page.waitForURL('**/forms')
  await page.goto('/people?search=secret-caller')
  await page.getByRole('link', { name: 'Somebody' }).click()
  await expect(page.getByRole('group', { name: 'Neighbours in the list' })).toContainText('1 of 1')
  const kept = () => page.evaluate(() => JSON.stringify(Object.entries(sessionStorage)))
  expect(await kept()).toContain('secret-caller')
  await page.getByRole('button', { name: 'Sign out' }).click()
  await page.waitForURL('**/sign-in')
  expect(await kept()).not.toContain('secret-caller')
})
