import { writeFileSync } from 'node:fs'
import { Installation } from './installation.mjs'

const HOME = '.lichen-test'
const PORT = 4500
const ACCOUNT = { email: 'ines@tarnfield.example', password: 'kiln-and-glaze' }

/**
 * A whole Lichen with the demo company, on a database and ports of its own: two web servers and two workers share it.
 * Tests find it by the facts that are written down. Its data is loaded while what runs is still being built.
 * @param {(lichen: Installation) => Promise<void>} work @param {Promise<void>} [built]
 */
export async function withLichen(work, built = Promise.resolve()) {
  const lichen = new Installation(HOME, PORT, {
    LICHEN_DEMO_EMAIL: ACCOUNT.email,
    LICHEN_DEMO_PASSWORD: ACCOUNT.password,
    LICHEN_DELIVERY_WAIT: '0.5',
  })
  try {
    const [token] = await Promise.all([lichen.loadAnew(), built])
    await lichen.startTwins()
    const facts = { url: lichen.url, bench: lichen.bench, database: lichen.cluster.url, token, ...ACCOUNT }
    writeFileSync(`${HOME}/facts.json`, JSON.stringify(facts))
    await work(lichen)
  } finally {
    await lichen.stop()
  }
}
