import { beforeAll, expect, it } from 'vitest'
import { api } from '../support/api'
import { readFacts } from '../support/facts'
import { workshop } from '../support/workshop'

const shop = workshop(readFacts(), `erasing-half-${Date.now().toString(36)}`)
beforeAll(() => shop.open())

it('an address that somebody has, or had, is no way to erase half of them', async () => {
  const { reach } = shop
  const { contact } = await shop.arrive('Vita')
  await shop.change(contact, { email: shop.addressOf('Vita-new') })
  for (const one of [shop.addressOf('Vita'), shop.addressOf('Vita-new').toUpperCase()])
    for (const method of ['GET', 'POST'] as const)
      expect((await api(reach, method, `/addresses/${encodeURIComponent(one)}/erasure`)).status).toBe(409)
  expect((await api(reach, 'GET', '/addresses/nobody/erasure')).status).toBe(404)
})
