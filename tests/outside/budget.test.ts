import { gzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { releasedForm, smallForm } from '../support/api'
import { formOfEveryKind } from '../support/every_kind'
import { readFacts } from '../support/facts'

const facts = readFacts()
const { url } = facts
const KILOBYTE = 1024

/** The files a page names, in order. */
const filesOf = (page: string): string[] =>
  [...page.matchAll(/(?:src|href)="((?:\/visitor-|\/f\/[\w-]+\/look-)[^"]+)"/g)].map(([, path]) => path ?? '')

/** The files that a script loads once somebody types, and those that they load. */
const loadedLater = async (text: string): Promise<string[]> => {
  const files = [...text.matchAll(/visitor-work\w+-\w+\.js/g)].map(([file]) => `/${file}`)
  const texts = await Promise.all(files.map(async (file) => (await fetch(url + file)).text()))
  return [...files, ...(await Promise.all(texts.map(loadedLater))).flat()]
}

/** What a visitor's browser has to fetch for the demo's finder, compressed. */
describe('the finder’s weight', () => {
  it('is at most 60 KB in all, with its letters, of which at most 12 KB are script', async () => {
    const page = await (await fetch(`${url}/f/kiln-finder`)).text()
    const sizes = new Map<string, number>([['html', gzipSync(page).length]])
    const named = filesOf(page)
    const main = named.find((file) => file.startsWith('/visitor-main')) ?? ''
    const later = await loadedLater(await (await fetch(url + main)).text())
    expect(later).toHaveLength(2)
    for (const file of [...named, ...later]) {
      const response = await fetch(url + file)
      expect(response.headers.get('cache-control')).toContain('immutable')
      const sort = file.split('.').at(-1) ?? file
      const content = Buffer.from(await response.arrayBuffer())
      // Letters are compressed as they are.
      sizes.set(sort, (sizes.get(sort) ?? 0) + (sort === 'woff2' ? content : gzipSync(content)).length)
    }
    const total = [...sizes.values()].reduce((sum, size) => sum + size, 0)
    console.log(`The finder weighs ${total} bytes compressed: ${JSON.stringify(Object.fromEntries(sizes))}`)
    expect([...sizes.keys()].sort()).toEqual(['css', 'html', 'js', 'woff2'])
    expect(total).toBeLessThanOrEqual(60 * KILOBYTE)
    expect(sizes.get('js')).toBeLessThanOrEqual(12 * KILOBYTE)
  })
  it('has the scripts of the kinds it asks, and no others', async () => {
    const slug = `scripts-${Date.now().toString(36)}`
    await releasedForm(facts, slug, smallForm)
    const files = filesOf(await (await fetch(`${url}/f/${slug}`)).text())
    const kinds = files.flatMap((file) => /^\/visitor-([a-z_]+)-\w+\.js$/.exec(file)?.[1] ?? [])
    expect(kinds).toEqual(['short_text', 'long_text', 'email', 'consent', 'main'])
  })
  it('tells a browser nothing of where answers go', async () => {
    const page = await (await fetch(`${url}/f/kiln-finder`)).text()
    for (const secret of ['key_accounts', 'tarnfield.example', '"lands":[{', 'firing_notes'])
      expect(page).not.toContain(secret)
  })
})

/** Kinds that bring a library or much of their own, loaded only where they are asked. */
const HEAVY = ['a_phone', 'a_ranking', 'a_file', 'a_signature']

describe('a form of every kind', () => {
  it('has at most 20 KB of script beside the kinds that bring much of their own', async () => {
    const slug = `weighed-${Date.now().toString(36)}`
    const form = formOfEveryKind(slug)
    const steps = form.steps.map(({ questions = [], ...step }) => ({
      ...step,
      questions: questions.filter(({ name }) => !HEAVY.includes(name)),
    }))
    await releasedForm(facts, slug, { ...form, steps })
    const files = filesOf(await (await fetch(`${url}/f/${slug}`)).text()).filter((file) => file.endsWith('.js'))
    let total = 0
    for (const file of files) {
      const script = await (await fetch(url + file)).text()
      total += gzipSync(script).length
      // Safari before 16.4 cannot read a script that looks behind in a regular expression.
      expect([file, /\(\?<[=!]/.test(script)]).toEqual([file, false])
    }
    console.log(`Every kind weighs ${total} bytes of script, compressed, in ${files.length} files`)
    expect(total).toBeLessThanOrEqual(20 * KILOBYTE)
  })
})
