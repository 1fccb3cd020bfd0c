import { expect, it } from 'vitest'
import { LEAST_SECONDS } from '@/core/spam/suspect'
import { api, releasedForm, send, smallForm } from '../support/api'
import { readFacts } from '../support/facts'
import { openPage } from '../support/page'

const facts = readFacts()

it('a machine uses up nothing of what people without a script may send from the same network', async () => {
  const slug = `crowd-${Date.now().toString(36)}`
  await releasedForm(facts, slug, smallForm)
  const { data } = await openPage(facts, `/f/${slug}`)
  const values = (n: number) => ({ first_name: 'Bot', email: `bot-${n}@machines.example` })
  // More than one network's people may send at once, at each of the two servers.
  for (let n = 0; n < 140; n++) expect((await send({ url: facts.url }, slug, values(n))).status).toBe(200)
  await new Promise((done) => setTimeout(done, LEAST_SECONDS * 1000))
  const sent = await send({ url: facts.url }, slug, { first_name: 'Piet', email: 'piet@people.example' }, data)
  const { body } = await api<{ state: string }>(facts, 'GET', `/submissions/${sent.body.submission}`)
  expect(['received', 'applied']).toContain(body.state)
}, 60_000)
