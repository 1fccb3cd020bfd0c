import { gzipSync } from 'node:zlib'
import { describe, expect, it } from 'vitest'
import { readFacts } from '../support/facts'

const { url } = readFacts()
const KILOBYTE = 1024

/** What a visitor's browser has to fetch for the demo's finder, compressed. */
describe('the finder’s weight', () => {
  it('is at most 40 KB in all, of which at most 15 KB are script', async () => {
    const page = await (await fetch(`${url}/f/kiln-finder`)).text()
    const files = [...page.matchAll(/(?:src|href)="(\/visitor-[^"]+)"/g)].map(([, path]) => path ?? '')
    expect(files).toHaveLength(2)
    const sizes = new Map<string, number>([['html', gzipSync(page).length]])
    for (const file of files) {
      const response = await fetch(url + file)
      expect(response.headers.get('cache-control')).toContain('immutable')
      sizes.set(file.split('.').at(-1) ?? file, gzipSync(await response.text()).length)
    }
    const total = [...sizes.values()].reduce((sum, size) => sum + size, 0)
    console.log(`The finder weighs ${total} bytes compressed: ${JSON.stringify(Object.fromEntries(sizes))}`)
    expect(total).toBeLessThanOrEqual(40 * KILOBYTE)
    expect(sizes.get('js')).toBeLessThanOrEqual(15 * KILOBYTE)
  })
  it('tells a browser nothing of where answers go', async () => {
    const page = await (await fetch(`${url}/f/kiln-finder`)).text()
    for (const secret of ['key_accounts', 'tarnfield.example', '"lands":[{', 'firing_notes'])
      expect(page).not.toContain(secret)
  })
})
