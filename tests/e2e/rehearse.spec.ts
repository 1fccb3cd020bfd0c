import jsQR from 'jsqr'
import sharp from 'sharp'
import { releasedForm, smallForm } from '../support/api'
import { expect, facts, test, unique } from './studio'

test('a rehearsal is kept, tells before a release what goes otherwise, and is removed and taken back', async ({
  studio,
}) => {
  const slug = unique('kept')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/rehearse`)
  await studio.getByLabel('First name', { exact: true }).fill('Ulla')
  await studio.getByLabel('Email', { exact: true }).fill(`ulla@${slug}.example`)
  await expect(studio.getByLabel('If sent now')).toContainText('becomes a new contact')
  await studio.getByLabel('Name to keep these answers under').fill('Ulla asks')
  await studio.getByRole('button', { name: 'Keep these answers' }).click()
  const kept = studio.getByRole('region', { name: 'Kept rehearsals' })
  await expect(kept).toContainText('Advice line told, as through release 1')

  await test.step('the draft tells another desk, and both places say so', async () => {
    await studio.getByRole('link', { name: 'Dispatch' }).click()
    await studio.getByLabel('Desk told otherwise').selectOption('key_accounts')
    await studio.getByRole('link', { name: /^Release/ }).click()
    await expect(studio.getByText('0 of 1 go as before')).toBeVisible()
    const row = studio.getByRole('row', { name: /Ulla asks/ })
    await expect(row).toContainText('Advice line gets “Notice”')
    await expect(row).toContainText('Key accounts gets “Notice”')
  })

  await test.step('opened, its answers are there again', async () => {
    await studio.getByRole('link', { name: 'Rehearse', exact: true }).last().click()
    await expect(studio.getByLabel('First name', { exact: true })).toHaveValue('')
    await kept.getByRole('button', { name: 'Ulla asks', exact: true }).click()
    await expect(studio.getByLabel('First name', { exact: true })).toHaveValue('Ulla')
    await expect(kept).toContainText('otherwise than release 1')
  })

  await test.step('removed, and taken back', async () => {
    await kept.getByRole('button', { name: 'Remove “Ulla asks”' }).click()
    await expect(kept).toContainText('None yet')
    await studio
      .getByRole('region', { name: /^Notifications/ })
      .getByRole('button', { name: 'Undo' })
      .click()
    await expect(kept).toContainText('Key accounts told')
    await studio.reload()
    await expect(kept).toContainText('Ulla asks')
  })
})

test('the code in print opens the form, and says where it was seen', async ({ studio }) => {
  const slug = unique('printed')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/release`)
  await studio.getByLabel('Where the code will be seen').fill('Shop window')
  const address = `${facts.url}/f/${slug}?utm_source=shop-window&utm_medium=print`
  const code = studio.getByRole('img', { name: `Code that opens ${address}` })
  await expect(code).toBeVisible()
  const [download] = await Promise.all([
    studio.waitForEvent('download'),
    studio.getByRole('button', { name: 'Save as picture' }).click(),
  ])
  expect(download.suggestedFilename()).toBe(`${slug}.png`)
  expect(await readCode(await download.path())).toBe(address)
})

/** What a reader that is not ours makes of a picture of a code. */
async function readCode(path: string): Promise<string | undefined> {
  const { data, info } = await sharp(path).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
  return jsQR(new Uint8ClampedArray(data), info.width, info.height)?.data
}
