import { randomBytes } from 'node:crypto'
import type { FormInput } from '@/core/form/definition'
import { api, releasedForm, until } from '../support/api'
import { entryKept } from '../support/entries'
import { SMALL_PICTURE } from '../support/pictures'
import { expect, facts, test, unique } from './studio'

/** Files, signatures and pictures, as people meet them. */

const form: FormInput = {
  title: 'A repair',
  keepUnfinished: true,
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'file', name: 'photos', label: 'Photos', sorts: ['pictures'], megabytes: 5, most: 2, required: true },
        { kind: 'signature', name: 'signed', label: 'Sign here' },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
}

const png = (name: string, bytes = 0) => ({
  name,
  mimeType: 'image/png',
  buffer: Buffer.concat([SMALL_PICTURE, randomBytes(bytes)]),
})

const sentBy = (slug: string, email: string) =>
  until('the submission', async () => {
    const path = `/submissions?form=${slug}&search=${encodeURIComponent(email)}`
    const { body } = await api<{ submissions: { id: string; values: Record<string, unknown> }[] }>(facts, 'GET', path)
    return body.submissions[0]
  })

test('files are sent as they are chosen, and what is wrong with one is said where it is', async ({ page, studio }) => {
  const slug = unique('files')
  await releasedForm(facts, slug, form)
  await page.goto(`/f/${slug}`)
  const box = page.locator('[data-question="photos"]')
  const chooser = box.locator('[type=file]')
  await page.getByRole('textbox', { name: 'Email' }).fill(`one@${slug}.example`)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(box.getByText('Add a file.')).toBeVisible()
  await expect(chooser).toBeFocused()

  await chooser.setInputFiles([png('kiln.png'), { ...png('notes.png'), buffer: Buffer.from('only words') }])
  await expect(box.getByRole('listitem').filter({ hasText: 'kiln.png' })).toContainText('is here')
  await expect(box.getByRole('listitem').filter({ hasText: 'notes.png' })).toContainText('is not what this takes')
  await expect(box.getByText('Add a file.')).toBeHidden()
  await chooser.setInputFiles(png('large.png', 5_000_001))
  await expect(box.getByText('This is larger than 5 MB. Add a smaller one.')).toBeVisible()
  await chooser.setInputFiles([png('plate.png'), png('third.png')])
  await expect(box.getByText('Only 2 can be sent. Remove another one first.')).toBeVisible()
  for (const name of ['notes.png', 'large.png', 'third.png', 'kiln.png'])
    await box.getByRole('button', { name: `Remove: ${name}` }).click()
  await expect(box.getByRole('listitem')).toHaveCount(1)
  await expect(chooser).toBeFocused()

  // Loaded anew, the page still has what was kept.
  await entryKept(slug, 'plate.png')
  await page.reload()
  await expect(box.getByRole('listitem')).toContainText('plate.png')
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const { id } = await sentBy(slug, `one@${slug}.example`)
  await studio.goto(`/arrivals/${id}`)
  const link = studio.getByRole('link', { name: 'plate.png' })
  await expect(link.locator('img')).toBeVisible()
  const [download] = await Promise.all([studio.waitForEvent('download'), link.click()])
  expect(download.suggestedFilename()).toBe('plate.png')
})

test('a file that is on its way is waited for, and goes on once there is a connection', async ({ page, context }) => {
  const slug = unique('slow')
  await releasedForm(facts, slug, form)
  await page.goto(`/f/${slug}`)
  const box = page.locator('[data-question="photos"]')
  await page.getByRole('textbox', { name: 'Email' }).fill(`slow@${slug}.example`)
  await context.setOffline(true)
  await box.locator('[type=file]').setInputFiles(png('kiln.png', 900_000))
  await expect(box.getByRole('progressbar', { name: 'kiln.png is on its way' })).toBeVisible()
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(box.getByText('Still on its way. It goes on by itself once this is here.')).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible({ timeout: 20_000 })
})

test('a signature is drawn, taken back, drawn again, and shown', async ({ page, studio }) => {
  const slug = unique('signed')
  await releasedForm(facts, slug, form)
  await page.goto(`/f/${slug}`)
  const box = page.locator('[data-question="signed"]')
  await page.locator('[data-question="photos"] [type=file]').setInputFiles(png('kiln.png'))
  await page.getByRole('textbox', { name: 'Email' }).fill(`signed@${slug}.example`)
  const draw = async () => {
    const ground = await box.locator('canvas').boundingBox()
    if (!ground) throw new Error('There is no ground to draw on')
    await page.mouse.move(ground.x + 40, ground.y + 80)
    await page.mouse.down()
    for (let n = 1; n < 12; n++) await page.mouse.move(ground.x + 40 + 20 * n, ground.y + (n % 2 ? 40 : 90))
    await page.mouse.up()
  }
  await draw()
  await expect(box.getByText('You have signed.')).toBeVisible()
  await box.getByRole('button', { name: 'Take it back' }).click()
  await expect(box.getByText('Sign with a mouse, a finger or a pen.')).toBeVisible()
  await draw()
  await expect(box.getByText('You have signed.')).toBeVisible()
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('heading', { name: 'Thank you' })).toBeVisible()
  const { id, values } = await sentBy(slug, `signed@${slug}.example`)
  expect(values.signed).toEqual({ drawn: [expect.stringMatching(/\/files\/.*\/signature\.png$/)] })
  await studio.goto(`/arrivals/${id}`)
  const shown = studio.getByRole('link', { name: 'signature.png' }).locator('img')
  await expect.poll(() => shown.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(900)
})

test('pictures are added to options in their order, described, and shown cropped in a modern format', async ({
  page,
  studio,
}) => {
  const slug = unique('pictures')
  const questions: FormInput['steps'][number]['questions'] = [
    { kind: 'single_choice', name: 'ware', label: 'Which ware?', options: [] },
    { kind: 'prose', name: 'hello', label: 'Hello' },
  ]
  await api(facts, 'POST', '/forms', {
    name: slug,
    slug,
    draft: { title: slug, steps: [{ name: 'a', title: 'A', questions }] },
  })
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('button', { name: 'Single choice: Which ware?' }).click()
  await studio.getByLabel('Options, one a line').fill('Clay\nGlass')
  await studio.getByLabel('Laid out as').selectOption({ label: 'Pictures' })
  const several = studio.locator('input[type=file][aria-label^="Add pictures"]')
  await several.setInputFiles([await tall(), { ...png('no.png'), buffer: Buffer.from('no picture') }])
  await expect(studio.getByText('“no.png” was not taken').first()).toBeVisible()
  await studio.getByLabel('What the picture of Clay shows').fill('A pot of clay')
  await studio.locator('input[aria-label="Add a picture of Glass"]').setInputFiles(await tall())
  await expect(studio.getByLabel('What the picture of Glass shows')).toBeVisible()
  await studio.getByRole('button', { name: 'Remove the picture of Glass' }).click()
  await expect(studio.getByText('Saved')).toBeVisible()
  const view = studio.frameLocator('iframe[title="The form as visitors see it"]')
  await expect(view.getByRole('img', { name: 'A pot of clay' })).toBeVisible()
  await until('the draft is saved', async () => {
    const { body } = await api(facts, 'GET', `/forms/${slug}/draft`)
    return JSON.stringify(body).includes('A pot of clay')
  })
  expect((await api(facts, 'POST', `/forms/${slug}/releases`)).status).toBe(201)
  await page.goto(`/f/${slug}`)
  const picture = page.getByRole('img', { name: 'A pot of clay' })
  await expect
    .poll(() =>
      picture.evaluate((img: HTMLImageElement) => [
        img.naturalWidth / img.naturalHeight,
        img.currentSrc.split('.').at(-1),
      ]),
    )
    .toEqual([1, 'avif'])
  // Pressing the picture chooses what it shows.
  await picture.click()
  await expect(page.getByRole('radio', { name: /Clay/ })).toBeChecked()
})

test('a form that shows a picture of elsewhere is not released', async () => {
  const slug = unique('strange')
  const picture = { id: '00000000-0000-4000-8000-000000000000', width: 10, height: 10 }
  const questions = [{ kind: 'prose', name: 'hello', label: 'Hello', picture }]
  const draft = { title: slug, steps: [{ name: 'a', title: 'A', questions }] }
  expect((await api(facts, 'POST', '/forms', { name: slug, slug, draft })).status).toBe(201)
  const { status, body } = await api(facts, 'POST', `/forms/${slug}/releases`)
  expect([status, JSON.stringify(body).includes('“Hello” shows a picture that is not in this workspace')]).toEqual([
    422,
    true,
  ])
  expect((await fetch(`${facts.url}/pictures/${picture.id}/square-192.avif`)).status).toBe(404)
  for (const odd of ['square-193.avif', 'round-192.avif', 'square-192.svg', '..%2f..%2fsecret'])
    expect((await fetch(`${facts.url}/pictures/${picture.id}/${odd}`)).status).toBe(404)
  expect((await fetch(`${facts.url}/pictures?name=x`, { method: 'POST', body: SMALL_PICTURE })).status).toBe(401)
})

/** A picture that is higher than it is wide. */
async function tall() {
  const { default: sharp } = await import('sharp')
  const buffer = await sharp({ create: { width: 300, height: 500, channels: 3, background: '#a0522d' } })
    .jpeg()
    .toBuffer()
  return { name: 'tall.jpg', mimeType: 'image/jpeg', buffer }
}
