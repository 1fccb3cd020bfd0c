import { randomBytes } from 'node:crypto'
import { mkdtempSync, readdirSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Readable } from 'node:stream'
import { Upload } from '@tus/server'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openStore, put, read, readWhole, remove, type Store } from '@/server/files/store'
import { Bucket } from '../../bench/bucket'

/** What is in files lies in a folder or in a bucket, and nobody who reads or writes it can tell which. */

const folder = mkdtempSync(join(tmpdir(), 'lichen-store-'))
const bucket = new Bucket(join(folder, 'bucket'))
let server: Server
const settings = {
  LICHEN_FILES: join(folder, 'files'),
  LICHEN_S3_BUCKET: '',
  LICHEN_S3_ENDPOINT: '',
  LICHEN_S3_REGION: 'us-east-1',
  LICHEN_S3_KEY: 'key',
  LICHEN_S3_SECRET: 'secret',
}

/** What is put into the bucket at the same time, and the most that ever was. */
const putting = { now: 0, most: 0 }

beforeAll(async () => {
  server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://127.0.0.1')
    if (request.method === 'PUT') {
      putting.most = Math.max(putting.most, ++putting.now)
      response.once('close', () => putting.now--)
    }
    void bucket.answer(url.pathname.slice(1), url, request, response)
  })
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
})
afterAll(() => server.close())

const stores: Record<string, () => { opened: Promise<Store>; left: () => string[] }> = {
  'a folder': () => ({
    opened: openStore(settings),
    left: () =>
      readdirSync(settings.LICHEN_FILES, { recursive: true, withFileTypes: true })
        .filter((one) => one.isFile())
        .map(({ name }) => name),
  }),
  'a bucket': () => ({
    opened: openStore({
      ...settings,
      LICHEN_S3_BUCKET: 'files',
      LICHEN_S3_ENDPOINT: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    }),
    left: () => [...bucket.list().objects, ...bucket.list().uploads],
  }),
}

/** Content in pieces, which breaks off after so many of them. */
function broken(content: Buffer, pieces: number): Readable {
  const size = 256 * 1024
  return Readable.from(
    (function* () {
      for (let n = 0; n < pieces; n++) yield content.subarray(n * size, (n + 1) * size)
      throw new Error('The sender went away')
    })(),
  )
}

/** Content in pieces, as a connection brings it. */
const inPieces = (content: Buffer): Readable =>
  Readable.from(
    (function* () {
      for (let at = 0; at < content.length; at += 64 * 1024) yield content.subarray(at, at + 64 * 1024)
    })(),
  )

it('a bucket gets one part of a file after the other, so that none is there without those before it', async () => {
  const { opened, left } = stores['a bucket']?.() ?? { opened: openStore(settings), left: () => [] }
  const store = await opened
  const content = randomBytes(40_000_000)
  await store.create(new Upload({ id: 'parts', size: content.length, offset: 0 }))
  putting.most = 0
  // Several parts, and what is too small for one.
  await store.write(inPieces(content.subarray(0, 29_000_000)), 'parts', 0)
  await store.write(inPieces(content.subarray(29_000_000)), 'parts', 29_000_000)
  expect(putting.most).toBe(1)
  expect((await readWhole(await read('parts', opened))).equals(content)).toBe(true)
  await remove('parts', opened)
  expect(left()).toEqual([])
})

describe.each(Object.entries(stores))('in %s', (_, open) => {
  it('lies what was put there, until it is removed', async () => {
    const { opened, left } = open()
    for (const [key, bytes] of [
      ['pictures/small', 12],
      ['large', 11_000_000],
    ] as const) {
      const content = randomBytes(bytes)
      await put(key, bytes, Readable.from([content]), opened)
      expect((await readWhole(await read(key, opened))).equals(content)).toBe(true)
      await remove(key, opened)
      await expect(read(key, opened)).rejects.toThrow()
      await remove(key, opened)
    }
    expect(left()).toEqual([])
  })

  it('what was broken off goes on where it was', async () => {
    const { opened, left } = open()
    const store = await opened
    const content = randomBytes(9_000_000)
    await store.create(new Upload({ id: 'long', size: content.length, offset: 0 }))
    await store.write(broken(content, 25), 'long', 0).catch(() => undefined)
    const { offset } = await store.getUpload('long')
    expect(offset).toBeGreaterThan(0)
    expect(offset).toBeLessThan(content.length)
    // Whatever it is told meanwhile by one that died.
    const other = await open().opened
    await other.write(Readable.from([content.subarray(offset, offset + 1_000_000)]), 'long', offset)
    const more = (await other.getUpload('long')).offset
    await store.write(Readable.from([content.subarray(more)]), 'long', more)
    expect((await readWhole(await read('long', opened))).equals(content)).toBe(true)
    await remove('long', opened)
    expect(left()).toEqual([])
  })

  it('what was begun and never finished leaves nothing', async () => {
    const { opened, left } = open()
    const store = await opened
    await store.create(new Upload({ id: 'begun', size: 8_000_000, offset: 0 }))
    await store.write(broken(randomBytes(8_000_000), 22), 'begun', 0).catch(() => undefined)
    await remove('begun', opened)
    expect(left()).toEqual([])
  })
})
