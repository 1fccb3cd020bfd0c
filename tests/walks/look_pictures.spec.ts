import type { Locator } from '@playwright/test'
import type { Form } from '@/core/form/definition'
import { api, releasedForm, smallForm, until } from '../support/api'
import { expectClean } from '../e2e/clean'
import { expect, facts, test, unique } from '../e2e/studio'

/** A picture drawn here: what is in it is an SVG. */
async function drawn(name: string, width: number, height: number, inside: string) {
  const { default: sharp } = await import('sharp')
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${inside}</svg>`
  return { name: `${name}.png`, mimeType: 'image/png', buffer: await sharp(Buffer.from(svg)).png().toBuffer() }
}

const hills = () =>
  drawn(
    'hills',
    1600,
    1000,
    `<rect width="1600" height="1000" fill="#e9d3b4"/><circle cx="1200" cy="260" r="120" fill="#f4efe0"/>
    <path d="M0 620 Q400 380 800 600 T1600 560 V1000 H0Z" fill="#b4713d"/><path d="M0 760 Q500 560 1000 740 T1600 700 V1000 H0Z" fill="#6f4326"/>`,
  )
const pot = () =>
  drawn(
    'pot',
    900,
    700,
    `<rect width="900" height="700" fill="#dfe5dc"/><path d="M300 240 Q200 420 320 590 H580 Q700 420 600 240 Z" fill="#7a8f6a"/>
    <ellipse cx="450" cy="240" rx="150" ry="34" fill="#4d5f41"/>`,
  )
const logo = () =>
  drawn(
    'logo',
    480,
    120,
    `<circle cx="60" cy="60" r="52" fill="#8a3b1c"/><rect x="140" y="34" width="320" height="52" fill="#8a3b1c"/>`,
  )

/** Waits until the draft that was saved has something. */
const saved = (slug: string, has: (draft: Form) => unknown) =>
  until('the draft is saved', async () => has((await api<Form>(facts, 'GET', `/forms/${slug}/draft`)).body))

test('a logo, pictures and words stand beside the questions, over a picture, and after sending', async ({
  studio,
  page,
}) => {
  const slug = unique('pictures')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/compose?part=look`)
  const add = (of: string) => studio.locator(`input[aria-label="Add a picture of ${of}"]`)
  await studio.getByLabel('Stands', { exact: true }).selectOption('beside')
  await add('the logo').setInputFiles(await logo())
  await studio.getByLabel('What the picture of the logo shows').fill('Tarnfield')
  await add('the picture beside').setInputFiles(await pot())
  await studio.getByLabel('What the picture of the picture beside shows').fill('A pot with a green glaze')
  const standing = studio.getByRole('region', { name: 'Above or beside the questions' })
  await standing.getByRole('textbox', { name: 'Heading' }).fill('Fired since the first frost')
  await standing.getByRole('textbox', { name: 'Text' }).fill('Kilns for studios, schools and courtyards.')
  await add('the ground').setInputFiles(await hills())
  await saved(slug, (draft) => draft.look.changes.picture)
  await studio.goto(`/forms/${slug}/dispatch`)
  const outcome = studio.locator('details').filter({ has: studio.locator('input[aria-label^="Add a picture of"]') })
  await outcome.locator('summary').first().click()
  await outcome.locator('input[aria-label^="Add a picture of"]').setInputFiles(await pot())
  await studio.getByLabel(/^What the picture of .* shows$/).fill('A pot, thanking you')
  await saved(slug, (draft) => draft.outcome.picture?.alt === 'A pot, thanking you')
  expect((await api(facts, 'POST', `/forms/${slug}/releases`, {})).status).toBe(201)

  await page.goto(`/f/${slug}`)
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 844 })
    for (const name of ['Tarnfield', 'A pot with a green glaze'])
      await expect
        .poll(() => page.getByRole('img', { name }).evaluate((img: HTMLImageElement) => img.naturalWidth))
        .toBeGreaterThan(0)
    await expect(page.getByText('Fired since the first frost')).toBeVisible()
    const placeOf = async (one: Locator) => (await one.boundingBox()) ?? { x: NaN, y: NaN }
    const logo = await placeOf(page.getByRole('img', { name: 'Tarnfield' }))
    const title = await placeOf(page.locator('h1'))
    const beside = await placeOf(page.getByText('Fired since the first frost'))
    // On a phone the logo comes before the title and all else after it; on a desk all of it stands at the left.
    if (width === 390) expect([logo.y < title.y, title.y < beside.y]).toEqual([true, true])
    else expect([logo.x < title.x, logo.x]).toEqual([true, beside.x])
    expect(
      await page.evaluate(
        () => getComputedStyle(document.documentElement).background + getComputedStyle(document.body).background,
      ),
    ).toContain('/pictures/')
    await expectClean(page)
  }
  await page.getByLabel('First name').fill('Oda')
  await page.getByRole('button', { name: 'Next' }).click()
  await page.getByLabel('Email').fill(`${slug}@look.example`)
  await page.getByRole('button', { name: 'Send' }).click()
  await expect(page.getByRole('img', { name: 'A pot, thanking you' })).toBeVisible()
  await expectClean(page)
})
