import { createHash, randomBytes } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { FormInput } from '@/core/form/definition'
import { applied, insist, type Reach, releasedForm, send } from '../support/api'
import { figure } from '../support/database'
import { killProcess, lichenOf, pause, untilWell } from '../support/lichen'
import { openPage } from '../support/page'
import { SMALL_PICTURE } from '../support/pictures'
import { sendFile } from '../support/send_file'
import { signIn } from '../support/session'

const form: FormInput = {
  title: 'Plans',
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'file', name: 'plan', label: 'Plan', sorts: ['pictures'], megabytes: 60 },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
}

const FILES = 4
const BYTES = 24_000_000

/** Web servers are killed without warning while files come in, into a folder and into a bucket. */
describe.each(['folder', 'bucket'])('files on their way into a %s', (where) => {
  const port = where === 'folder' ? 4880 : 4900
  const lichen = lichenOf(`uploads-${where}`, port, {
    ...(where === 'bucket'
      ? {
          LICHEN_S3_BUCKET: 'files',
          LICHEN_S3_ENDPOINT: `http://127.0.0.1:${port + 2}/buckets`,
          LICHEN_S3_KEY: 'key',
          LICHEN_S3_SECRET: 'secret',
        }
      : {}),
  })
  let reach: Reach
  let web: ReturnType<typeof lichen.start>

  beforeAll(async () => {
    await lichen.beginAnew()
    // The pictures of the demo go into the bucket, too.
    await lichen.startBench()
    const token = await lichen.loadDemo(['--no-visits'])
    lichen.start('worker')
    web = lichen.start('web')
    reach = { url: lichen.url, bench: lichen.bench, token }
    await untilWell(lichen)
    await releasedForm(reach, 'plans', form)
  })
  afterAll(() => lichen.stop())

  it('come whole, each once', async () => {
    let sent = 0
    const sendOne = async (n: number) => {
      const page = await openPage(lichen, '/f/plans')
      const content = Buffer.concat([SMALL_PICTURE, randomBytes(BYTES)])
      const address = await sendFile({
        url: lichen.url,
        slug: 'plans',
        page,
        question: 'plan',
        name: `plan ${n}.png`,
        content,
        onChunk: (bytes) => (sent += bytes),
      })
      const values = { plan: [address], email: `${n}@plans.example` }
      const { status, body } = await insist(() => send(lichen, 'plans', values, page.data))
      expect([status, body.errors]).toEqual([200, undefined])
      return { id: body.submission, address, digest: digestOf(content) }
    }
    const sending = Promise.all(Array.from({ length: FILES }, (_, n) => sendOne(n)))
    let over = false
    void sending.finally(() => (over = true))
    let kills = 0
    for (let goal = 8_000_000; !over && kills < 4; goal += 20_000_000) {
      while (!over && sent < goal) await pause(30)
      if (over) break
      await killProcess(web)
      kills++
    }
    const files = await sending
    expect(kills).toBeGreaterThanOrEqual(3)
    await untilWell(lichen)
    const cookie = await signIn(lichen)
    for (const { id, address, digest } of files) {
      expect((await applied(reach, id)).values.plan).toEqual([address])
      const got = await fetch(address, { headers: { cookie } })
      expect(digestOf(Buffer.from(await got.arrayBuffer()))).toBe(digest)
    }
    expect(await figure(lichen.cluster.url, 'select count(*) from file where submission_id is not null')).toBe(FILES)
  })
})

const digestOf = (content: Buffer): string => createHash('sha256').update(content).digest('hex')
