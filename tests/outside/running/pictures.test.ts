import { beforeAll, describe, expect, it } from 'vitest'
import sharp from 'sharp'
import { PICTURE_FORMATS, PICTURE_WIDTHS, type Picture } from '@/core/answers/pictures'
import { readFacts } from '../../support/facts'
import { signIn } from '../../support/session'

/** Pictures of forms, looked into with sharp (libvips): what a browser gets is what was asked for. */

const facts = readFacts()

/** A picture as a camera writes it: lying on its side, with where it was taken and by whom. */
const fromCamera = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#b5533c' } })
    .jpeg()
    .withExif({ IFD0: { Artist: 'Somebody at home' }, IFD3: { GPSLatitudeRef: 'N' } })
    .withMetadata({ orientation: 6 })
    .toBuffer()

let member = ''
beforeAll(async () => void (member = await signIn(facts)))

const add = (content: Buffer, headers: Record<string, string> = { cookie: member }) =>
  fetch(`${facts.url}/pictures?name=kiln.jpg`, { method: 'POST', headers, body: new Uint8Array(content) })

const get = async (id: string, file: string) => {
  const response = await fetch(`${facts.url}/pictures/${id}/${file}`)
  return { response, content: Buffer.from(await response.arrayBuffer()) }
}

describe('a picture', () => {
  let picture: Picture
  beforeAll(async () => {
    const lying = await fromCamera(1600, 1000)
    expect((await sharp(lying).metadata()).orientation).toBe(6)
    expect(lying.includes('Somebody')).toBe(true)
    const added = await add(lying)
    expect(added.status).toBe(201)
    picture = (await added.json()) as Picture
  })

  it('stands upright, and tells nothing of who took it', async () => {
    expect([picture.width, picture.height]).toEqual([1000, 1600])
    for (const format of PICTURE_FORMATS) {
      const { response, content } = await get(picture.id, `whole-384.${format}`)
      expect(response.headers.get('content-type')).toBe(`image/${format}`)
      expect(response.headers.get('cache-control')).toContain('immutable')
      const { width, height, exif, orientation } = await sharp(content).metadata()
      expect([width, height, exif, orientation]).toEqual([384, 614, undefined, undefined])
      expect(content.includes('Somebody')).toBe(false)
    }
  })

  it.each([
    ['square', 1],
    ['wide', 2 / 3],
    ['tall', 5 / 4],
  ])('is cropped to %s at every width, and never made larger than it is', async (shape, high) => {
    for (const asked of PICTURE_WIDTHS) {
      const { content } = await get(picture.id, `${shape}-${asked}.webp`)
      const { width, height, format } = await sharp(content).metadata()
      const wide = Math.min(asked, 1000)
      expect([format, width, height]).toEqual(['webp', wide, Math.round(wide * high)])
    }
  })

  it('is made once, however many ask for it at the same time', async () => {
    const all = await Promise.all(Array.from({ length: 8 }, () => get(picture.id, 'square-768.jpeg')))
    expect(new Set(all.map(({ content }) => content.toString('base64'))).size).toBe(1)
  })

  it('is there in no other shape, width or format', async () => {
    for (const file of ['square-200.webp', 'round-192.webp', 'square-192.gif', 'square-192', '../square-192.webp'])
      expect([file, (await get(picture.id, encodeURIComponent(file))).response.status]).toEqual([file, 404])
  })

  it('is taken from members only, from the studio only, and only where it is one', async () => {
    const content = await fromCamera(8, 8)
    expect((await add(content, {})).status).toBe(401)
    expect((await add(content, { cookie: member, origin: 'https://elsewhere.example' })).status).toBe(403)
    expect((await add(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'))).status).toBe(415)
    expect((await add(content.subarray(0, 60))).status).toBe(415)
    const bomb = await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 9 })
      .toBuffer()
    expect((await add(bomb)).status).toBe(415)
  })
})
