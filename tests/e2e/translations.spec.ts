import { parse } from 'csv-parse/sync'
import { xliff2js } from 'xliff'
import type { Page } from '@playwright/test'
import type { Form } from '@/core/form/definition'
import { api, releasedForm, smallForm, until } from '../support/api'
import { expectClean } from './clean'
import { excuse, expect, facts, test, unique } from './studio'

/** The translation sheet: filled in by hand, and by files that translators send back. */

const draftOf = async (slug: string) => (await api<Form>(facts, 'GET', `/forms/${slug}/draft`)).body

const textAt = async (slug: string, key: string) => (await draftOf(slug)).translations.de?.[key]?.text

/** What a link to a file holds. */
const fileOf = async (page: Page, name: string) => {
  const href = (await page.getByRole('link', { name }).getAttribute('href')) ?? ''
  return decodeURIComponent(href.slice(href.indexOf(',') + 1))
}

async function openSheet(studio: Page): Promise<string> {
  const slug = unique('sheet')
  await releasedForm(facts, slug, smallForm)
  await studio.goto(`/forms/${slug}/compose`)
  await studio.getByRole('link', { name: 'Languages' }).click()
  await expect(studio.getByText('Visitors read this form in English.')).toBeVisible()
  await studio.getByLabel('Add a language').selectOption({ label: 'German' })
  return slug
}

test('a specialist adds a language, fills it in, and sees what has become older', async ({ studio }) => {
  const slug = await openSheet(studio)
  const cell = (source: string) => studio.getByLabel(`${source} in German`, { exact: true })
  await cell('First name').fill('Vorname')
  await cell('Ask us').fill('Fragen Sie uns')
  await until('it is saved', async () => (await textAt(slug, 'title')) === 'Fragen Sie uns')
  // The visitor's view reads it, too.
  await studio.getByLabel('Read in').selectOption({ label: 'German' })
  await expect(studio.frameLocator('iframe').getByRole('heading', { name: 'Fragen Sie uns' })).toBeVisible()
  await expect(studio.frameLocator('iframe').getByText('Vorname')).toBeVisible()
  await expectClean(studio)

  // Its source changes: it is older, is found, and is still right.
  await studio.getByRole('link', { name: 'Questions' }).click()
  await studio.getByText('Title and wording').click()
  await studio.getByLabel('Title', { exact: true }).fill('Ask us anything')
  await studio.getByRole('link', { name: 'Languages' }).click()
  await studio.getByLabel('Show').selectOption({ label: 'what is older than its source' })
  const rows = studio.getByRole('table', { name: 'Translations' }).locator('tbody tr')
  await expect(rows).toHaveCount(1)
  await studio.getByRole('button', { name: 'Still right: Ask us anything in German' }).click()
  await expect(studio.getByText('older than its source', { exact: true })).toHaveCount(0)
  await studio.getByLabel('Show').selectOption({ label: 'what is missing' })
  await expect(studio.getByLabel('Ask us anything in German')).toHaveCount(0)
  await expect(cell('What do you need?')).toBeVisible()
  // What is filled in stays in sight, so that the next letter can be written.
  await cell('What do you need?').pressSequentially('Was')
  await expect(cell('What do you need?')).toHaveValue('Was')
  await until('that is saved, too', async () => (await textAt(slug, 'questions.wish.label')) === 'Was')

  // It is released like any other change, and visitors read it.
  await studio.goto(`/forms/${slug}/release`)
  await expect(studio.getByText('Changed 3 wordings in German').first()).toBeVisible()
  await studio.getByRole('button', { name: 'Make release 2 live' }).click()
  await until('visitors read it', async () =>
    (await (await fetch(`${facts.url}/f/${slug}?lang=de`)).text()).includes('Fragen Sie uns'),
  )
})

test('goes out and comes in as CSV and as XLIFF, and undo takes it back', async ({ studio }) => {
  const slug = await openSheet(studio)
  await studio.getByLabel('Ask us in German', { exact: true }).fill('Fragen Sie uns')
  const csv = parse(await fileOf(studio, 'Take German along as CSV'), { columns: true }) as Record<string, string>[]
  expect(csv).toContainEqual({ place: 'title', en: 'Ask us', de: 'Fragen Sie uns' })
  expect(csv).toContainEqual({ place: 'questions.wish.label', en: 'What do you need?', de: '' })
  const xliff = await fileOf(studio, 'Take German along as XLIFF')
  const { resources } = await xliff2js(xliff)
  expect(Object.values(Object.values(resources)[0] ?? {})).toContainEqual(
    expect.objectContaining({ source: 'Ask us', target: 'Fragen Sie uns' }),
  )

  const bringIn = async (name: string, text: string) => {
    await studio
      .getByLabel('A file with German')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) })
  }
  // A translator's program cuts texts into segments, and leaves others as they are.
  await bringIn(
    'back.xlf',
    xliff.replace(
      /<segment state="initial">\s*<source xml:space="preserve">What do you need\?<\/source>\s*<\/segment>/,
      `<segment id="s1"><source>What do </source><target>Was </target></segment>
       <segment id="s2"><source>you need?</source><target>brauchen Sie?</target></segment>`,
    ),
  )
  await expect(studio.getByText(/^New in German: 1 of \d+ texts$/)).toBeVisible()
  await expect(studio.getByLabel('What do you need? in German')).toHaveValue('Was brauchen Sie?')
  await studio.getByRole('button', { name: 'Undo' }).first().click()
  await expect(studio.getByLabel('What do you need? in German')).toHaveValue('')

  await bringIn(
    'back.csv',
    '\ufeffplace,en,de\r\nquestions.first_name.label,First name,"Vor,name"\r\ngone,Gone,Weg\r\n',
  )
  await expect(studio.getByText('New in German: 1 of 2 texts; of no wording here: 1', { exact: true })).toBeVisible()
  await until('it is saved', async () => (await textAt(slug, 'questions.first_name.label')) === 'Vor,name')

  await bringIn('wrong.csv', 'a,b\r\n1,2\r\n')
  await expect(studio.getByText(/^wrong\.csv cannot be read: its first line needs “place” and “de”/)).toBeVisible()
  await bringIn('wrong.xlf', xliff.replace('trgLang="de"', 'trgLang="fr"'))
  await expect(studio.getByText(/^wrong\.xlf cannot be read: it is in “fr”, not in “de”/)).toBeVisible()
  // Chromium writes what is wrong with XML into the document that it makes of it, with a style of its own.
  excuse(/Applying inline style|style-src-attr against inline/)
  await bringIn('broken.xlf', '<xliff')
  await expect(studio.getByText(/^broken\.xlf cannot be read: it is no XLIFF 2 document/)).toBeVisible()
})
