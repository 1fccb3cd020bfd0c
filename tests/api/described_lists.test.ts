import { beforeAll, describe, expect, it } from 'vitest'
import { api, releasedForm, send, smallForm } from '../support/api'
import { readFacts } from '../support/facts'
import { Description } from '../support/openapi'
import { isDownload } from '../support/routes'
import { makeFurnished } from '../support/workshop'

const facts = readFacts()

/** Lists with rows, and what is refused, answer as `/api/openapi.json` says: `api` holds each answer to it with Ajv. */
describe('every operation', () => {
  let description: Description
  let reach: typeof facts

  beforeAll(async () => {
    description = await Description.of(facts.url)
    reach = (await makeFurnished(facts)).reach
    const slug = `refused-${Date.now().toString(36)}`
    await releasedForm(reach, slug, smallForm)
    await send(reach, slug, { first_name: 'Oda', email: `oda@${slug}.example`, letter: true })
  })

  it('with rows in its lists answers as it is described, sorted by anything, page by page', async () => {
    const lists = description.operations().filter(([method, path]) => method === 'GET' && !path.includes('{'))
    for (const [, path] of lists) {
      if (path.startsWith('/exports')) continue
      const described = description.document.paths[path]?.get as unknown
      const { parameters = [] } = described as { parameters?: { name: string; schema: { enum?: string[] } }[] }
      const sorts = parameters.find(({ name }) => name === 'sort')?.schema.enum ?? []
      for (const sort of sorts) {
        const first = await api<{ next: string | null }>(facts, 'GET', `${path}?limit=3&sort=${sort}`)
        expect([path, sort, first.status]).toEqual([path, sort, 200])
        if (first.body.next)
          expect((await api(facts, 'GET', `${path}?limit=3&sort=${sort}&after=${first.body.next}`)).status).toBe(200)
      }
    }
  })

  it('refuses as it is described: what is not there, what is wrong, and what is not JSON', async () => {
    const none = '00000000-0000-4000-8000-000000000000'
    for (const [method, pattern] of description.operations()) {
      if (isDownload(pattern)) continue
      const gone = pattern.replace(/\{(id)\}/g, none).replace(/\{\w+\}/g, 'gone')
      const bodies = method === 'GET' || method === 'DELETE' ? [undefined] : [{}, { nonsense: true }, [], 5]
      for (const body of bodies) {
        const { status } = await api(reach, method as 'GET', gone, body, { 'if-match': '*' })
        if (pattern.includes('{'))
          expect([method, pattern, [404, 422].includes(status)]).toEqual([method, pattern, true])
      }
      if (pattern.includes('{')) await api(reach, method as 'GET', pattern.replace(/\{\w+\}/g, '%20'), bodies[0])
    }
    for (const path of ['/submissions?limit=0', '/contacts?after=x', '/companies?sort=gone', '/deliveries?which=odd'])
      expect((await api(reach, 'GET', path)).status).toBe(400)
  })
})
