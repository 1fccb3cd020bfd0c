import { createHash, randomBytes } from 'node:crypto'
import { beforeAll, describe, expect, it } from 'vitest'
import { type HttpRequest, Upload, type UploadOptions } from 'tus-js-client'
import { PROOF_HEADER } from '@/core/answers/files'
import type { FormInput } from '@/core/form/definition'
import { tellBytes } from '@/core/language/bytes'
import { speak } from '@/core/language/languages'
import { LEAST_SECONDS } from '@/core/spam/suspect'
import { api, applied, insist, mailTo, releasedForm, send, until } from '../../support/api'
import { figure, query } from '../../support/database'
import { readFacts } from '../../support/facts'
import { pause } from '../../support/lichen'
import { type OpenedPage, openPage } from '../../support/page'
import { SMALL_PICTURE } from '../../support/pictures'
import { signIn } from '../../support/session'
import { makeWorkspace } from '../../support/workspace'

/** Files come by tus 1.0 (https://tus.io/protocols/resumable-upload), spoken by its own client (npm tus-js-client). */

const facts = readFacts()
const slug = `files-${Date.now().toString(36)}`

const form: FormInput = {
  title: 'A repair',
  languages: ['en', 'de', 'ar'],
  keepUnfinished: true,
  steps: [
    {
      name: 'all',
      title: 'All',
      questions: [
        { kind: 'file', name: 'photos', label: 'Photos', sorts: ['pictures', 'documents'], megabytes: 20, most: 3 },
        { kind: 'file', name: 'table', label: 'A list', sorts: ['sheets'], megabytes: 1 },
        { kind: 'email', name: 'email', label: 'Email', required: true, lands: [{ field: 'email' }] },
      ],
    },
  ],
  messages: [
    { name: 'notice', title: 'Notice', to: 'desk', subject: 'A repair', body: '{{ all_answers }}' },
    { name: 'thanks', title: 'Thanks', to: 'visitor', subject: 'Thanks', body: 'We have {{ photos }}.' },
  ],
  routing: { otherwise: { desk: 'advice_line', message: 'notice' } },
}

beforeAll(() => releasedForm(facts, slug, form))

/** A picture as PNG has it, followed by as many bytes as one likes: readers stop at its end. */
const pictureOf = (bytes: number): Buffer<ArrayBuffer> =>
  Buffer.concat([SMALL_PICTURE, randomBytes(bytes - SMALL_PICTURE.length)])

const digestOf = (content: Buffer): string => createHash('sha256').update(content).digest('hex')

const place = `${facts.url}/f/${slug}/files`

interface Sent {
  content: Buffer
  page: OpenedPage
  question?: string
  name?: string
  options?: Partial<UploadOptions>
}

/** Sends a file as a page does; resolves to its place, or to what it was refused with. */
const sendFile = ({ content, page, question = 'photos', name = 'kiln.png', options = {} }: Sent) =>
  new Promise<{ url: string | null; refused: string | null; upload: Upload }>((done) => {
    const { visit, proof, release } = page.data
    const upload = new Upload(content, {
      endpoint: place,
      retryDelays: null,
      headers: { [PROOF_HEADER]: proof },
      metadata: { visit, proof, release: String(release), question, filename: name },
      onSuccess: () => done({ url: upload.url, refused: null, upload }),
      onError: (error) => {
        const answered = 'originalResponse' in error ? error.originalResponse : null
        done({ url: upload.url, refused: answered?.getBody() ?? error.message, upload })
      },
      ...options,
    })
    upload.start()
  })

/** What shows that a page’s visit is its own, in whatever is asked of its files. */
const shownBy = ({ data }: OpenedPage) => ({ 'tus-resumable': '1.0.0', [PROOF_HEADER]: data.proof })

const open = () => openPage(facts, `/f/${slug}`)
const idOf = (url: string | null): string => url?.split('/').at(-1) ?? ''
const addressOf = (url: string | null, name: string): string =>
  `${facts.url}/files/${idOf(url)}/${encodeURIComponent(name)}`

/** Whether the store has anything of it. */
const there = async (id: string): Promise<boolean> =>
  (await figure(facts.database, 'select count(*) from file where id = $1 and not gone', [id])) > 0

let member = ''
beforeAll(async () => void (member = await signIn(facts)))
const fetchAs = (cookie: string, address: string) => fetch(address, { headers: { cookie }, redirect: 'manual' })

describe('a file', () => {
  it('comes whole, with its submission, and is had by members and nobody else', async () => {
    const page = await open()
    const content = pictureOf(300_000)
    const { url } = await sendFile({ content, page, name: 'Brennofen außen.png' })
    const address = addressOf(url, 'Brennofen außen.png')
    const email = `whole-${slug}@files.example`
    const { status, body } = await send(facts, slug, { photos: [address], email }, { ...page.data })
    expect(status).toBe(200)
    const { values } = await applied(facts, body.submission)
    expect(values.photos).toEqual([address])

    const got = await fetchAs(member, address)
    expect(got.headers.get('content-disposition')).toBe("attachment; filename*=UTF-8''Brennofen%20au%C3%9Fen.png")
    expect(got.headers.get('content-security-policy')).toContain('sandbox')
    expect(digestOf(Buffer.from(await got.arrayBuffer()))).toBe(digestOf(content))
    expect((await fetchAs('', address)).status).toBe(401)
    const another = address.replace(/(.)\/Bren/, (_, last) => `${last === 'f' ? 'e' : 'f'}/Bren`)
    expect((await fetchAs(member, another)).status).toBe(404)
    // Programs get it by its id, of their own workspace only.
    const asProgram = (token: string, id = idOf(url)) =>
      fetch(`${facts.url}/api/v1/files/${id}`, { headers: { authorization: `Bearer ${token}` } })
    expect(digestOf(Buffer.from(await (await asProgram(facts.token)).arrayBuffer()))).toBe(digestOf(content))
    const other = await makeWorkspace(facts)
    const refused = [await asProgram(other.token), await asProgram('none'), await asProgram(facts.token, 'no-id')]
    expect(refused.map(({ status }) => status)).toEqual([404, 401, 404])
    // What comes with a submission can no more be taken away by who sent it.
    expect((await fetch(url ?? '', { method: 'DELETE', headers: shownBy(page) })).status).toBe(404)

    const mail = await until('the desk’s mail', async () =>
      (await mailTo(facts, 'advice@tarnfield.example')).find(({ replyTo }) => replyTo === email),
    )
    expect(mail.files).toEqual([
      { name: 'Brennofen außen.png', type: 'image/png', bytes: content.length, digest: digestOf(content) },
    ])
    expect(mail.text).toContain('Photos: Brennofen außen.png')
    expect(mail.text).toContain('Brennofen außen.png (300 kB), attached')
    const thanks = await until('the visitor’s mail', async () => (await mailTo(facts, email))[0])
    expect(thanks.text).toContain('We have Brennofen außen.png.')
    expect(thanks.files).toEqual([])
  })

  it('broken off, goes on where it was', async () => {
    const page = await open()
    const content = pictureOf(6_000_000)
    // Broken off by its sender in the midst of it.
    let broken = 0
    const begun = await new Promise<Upload>((done) => {
      const upload = new Upload(content, {
        endpoint: place,
        chunkSize: 1_000_000,
        headers: { [PROOF_HEADER]: page.data.proof },
        metadata: { ...page.data, release: '1', question: 'photos', filename: 'long.png' },
        onChunkComplete: (_, sent) => {
          broken = sent
          if (sent >= 2_000_000) void upload.abort().then(() => done(upload))
        },
      })
      upload.start()
    })
    expect(broken).toBeLessThan(content.length)
    const head = await fetch(begun.url ?? '', { method: 'HEAD', headers: shownBy(page) })
    const offset = Number(head.headers.get('upload-offset'))
    expect(offset).toBeGreaterThanOrEqual(2_000_000)
    // Nobody else learns whose it is.
    expect(head.headers.get('upload-metadata') ?? '').not.toContain(Buffer.from(page.data.proof).toString('base64'))
    // Not whole yet: no form goes with it.
    const early = await send(
      facts,
      slug,
      { photos: [addressOf(begun.url, 'long.png')], email: 'a@files.example' },
      page.data,
    )
    expect([early.status, early.body.errors[0]?.message]).toEqual([422, '“long.png” did not arrive. Add it again.'])

    const sentAgain: number[] = []
    const { url } = await sendFile({
      content,
      page,
      options: {
        uploadUrl: begun.url,
        onBeforeRequest: (request) => {
          if (request.getMethod() === 'PATCH') sentAgain.push(Number(request.getHeader('Upload-Offset')))
        },
      },
    })
    expect(sentAgain).toEqual([offset])
    const address = addressOf(url, 'long.png')
    const email = `long-${slug}@files.example`
    expect((await send(facts, slug, { photos: [address], email }, page.data)).status).toBe(200)
    const got = await fetchAs(member, address)
    expect(digestOf(Buffer.from(await got.arrayBuffer()))).toBe(digestOf(content))
  })

  it('is not taken where it is not what its question takes, by what is in it', async () => {
    const page = await open()
    const markup = '<!doctype html><script>alert(1)</script>'
    const tries: [Partial<Sent>, RegExp][] = [
      [{ content: randomBytes(5000), name: 'kiln.pdf' }, /^What is in “kiln.pdf” is not what this takes/],
      [{ content: pictureOf(5000), question: 'table', name: 'list.csv' }, /^What is in “list.csv”/],
      [{ content: pictureOf(1_100_000), question: 'table' }, /^“kiln.png” is larger than 1 MB/],
      [{ content: pictureOf(5000), question: 'email' }, /^This question takes no files/],
      [{ content: pictureOf(5000), question: 'nothing' }, /^This question takes no files/],
      [{ content: pictureOf(5000), page: { ...page, data: { ...page.data, proof: 'x' } } }, /another browser/],
    ]
    for (const [sent, why] of tries) {
      const { url, refused } = await sendFile({ content: Buffer.of(), page, ...sent })
      expect(refused).toMatch(why)
      if (url) expect(await there(idOf(url))).toBe(false)
    }
    // Whoever sends it is told so as their page speaks.
    const options = { onBeforeRequest: (request: HttpRequest) => request.setHeader('accept-language', 'de-AT') }
    const { refused } = await sendFile({ content: pictureOf(1_100_000), page, question: 'table', options })
    expect(refused).toBe('„kiln.png“ ist größer als 1 MB. Fügen Sie eine kleinere Datei hinzu.')
    // A page by its contents is text, and text is what documents may be: it is a download that no browser shows.
    const { url } = await sendFile({ content: Buffer.from(markup), page, name: 'page.html' })
    const got = await fetchAs(member, addressOf(url, 'page.html'))
    expect(got.headers.get('content-type')).toBe('application/octet-stream')
    expect(got.headers.get('content-disposition')).toBe("attachment; filename*=UTF-8''page.html.txt")
    // A list is a text.
    expect((await sendFile({ content: Buffer.from('kiln;cones\n1;6\n'), page, question: 'table' })).refused).toBe(null)
  })

  it('belongs to its visit and its question', async () => {
    const [mine, other] = [await open(), await open()]
    const { url } = await sendFile({ content: pictureOf(5000), page: mine })
    const photos = [addressOf(url, 'kiln.png')]
    const wrong = async (values: object, page: OpenedPage) =>
      (await send(facts, slug, { email: 'a@files.example', ...values }, page.data)).body.errors?.map(({ name }) => name)
    expect(await wrong({ photos }, other)).toEqual(['photos'])
    expect(await wrong({ table: photos }, mine)).toEqual(['table'])
    expect(await wrong({ photos: ['https://elsewhere.example/files/x/y.png'] }, mine)).toEqual(['photos'])
    const calledOtherwise = [photos[0]?.replace('kiln.png', 'other.png')]
    const { body } = await send(facts, slug, { photos: calledOtherwise, email: 'a@files.example' }, mine.data)
    // What it is called, and where, is not for the sender to say.
    expect((await applied(facts, body.submission)).values.photos).toEqual(photos)
  })

  it('is removed by its sender, and where nobody sends a form with it', async () => {
    const page = await open()
    const [first, second, third] = await Promise.all([1, 2, 3].map(() => sendFile({ content: pictureOf(5000), page })))
    await Upload.terminate(first?.url ?? '', { headers: { [PROOF_HEADER]: page.data.proof } })
    expect(await there(idOf(first?.url ?? ''))).toBe(false)
    expect((await fetchAs(member, addressOf(first?.url ?? '', 'kiln.png'))).status).toBe(404)
    const sent = { photos: [addressOf(third?.url ?? '', 'kiln.png')], email: `left-${slug}@files.example` }
    expect((await send(facts, slug, sent, page.data)).status).toBe(200)
    // Two days on, as far as the database can tell.
    const ids = [second, third].map((one) => idOf(one?.url ?? ''))
    await query(facts.database, `update file set touched_at = now() - interval '49 hours' where id = any($1::uuid[])`, [
      ids,
    ])
    await until('the one that was left is removed', async () => !(await there(ids[0] ?? '')), 100)
    const noted = () => figure(facts.database, 'select count(*) from file where id = $1', [ids[0]])
    await until('and forgotten', async () => (await noted()) === 0)
    const kept = await fetchAs(member, sent.photos[0] ?? '')
    expect(kept.status).toBe(200)
  })

  it('that was not sent yet is reached by nobody but its visit, whoever knows its address', async () => {
    const page = await open()
    const content = pictureOf(5000)
    const { url } = await sendFile({ content, page })
    const stranger = await open()
    const ask = (method: string, headers: Record<string, string>) =>
      fetch(url ?? '', { method, headers, ...(method === 'PATCH' ? { body: 'x' } : {}) })
    const patch = { 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' }
    for (const method of ['GET', 'HEAD', 'PATCH', 'DELETE'])
      for (const headers of [{ 'tus-resumable': '1.0.0' }, shownBy(stranger)])
        expect([method, (await ask(method, { ...headers, ...patch })).status]).toEqual([method, 403])
    expect((await ask('HEAD', shownBy(page))).status).toBe(200)
    expect((await ask('DELETE', shownBy(page))).status).toBe(204)
  })

  it('is either given up or sent, however close together both are asked for', async () => {
    const content = pictureOf(5000)
    for (let n = 0; n < 12; n++) {
      const page = await open()
      const { url } = await sendFile({ content, page })
      const values = { photos: [addressOf(url, 'kiln.png')], email: `both-${n}-${slug}@files.example` }
      const giveUp = () => fetch(url ?? '', { method: 'DELETE', headers: shownBy(page) })
      const [sent, given] = await Promise.all([
        insist(() => send(facts, slug, values, page.data)),
        pause(n * 2).then(giveUp),
      ])
      if (given.status === 404) {
        expect(sent.status).toBe(200)
        const got = await fetchAs(member, values.photos[0] ?? '')
        expect(digestOf(Buffer.from(await got.arrayBuffer()))).toBe(digestOf(content))
      } else {
        expect([given.status, sent.status]).toEqual([204, 422])
        expect(sent.body.errors[0]?.message).toBe('“kiln.png” did not arrive. Add it again.')
      }
    }
  })

  it('is no longer among what was kept once it was removed', async () => {
    const page = await open()
    const [left, stays] = await Promise.all([1, 2].map(() => sendFile({ content: pictureOf(5000), page })))
    const photos = [left, stays].map((one) => addressOf(one?.url ?? '', 'kiln.png'))
    const { visit, proof } = page.data
    const kept = await fetch(`${facts.url}/f/${slug}/progress`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ visit, proof, began: true, steps: ['all'], values: { photos } }),
    })
    expect(kept.status).toBe(204)
    expect((await openPage(facts, `/f/${slug}`, page.cookie)).html).toContain(idOf(left?.url ?? ''))
    const id = idOf(left?.url ?? '')
    await query(facts.database, `update file set touched_at = now() - interval '49 hours' where id = $1`, [id])
    await until('it is removed', async () => !(await there(id)), 100)
    const { html } = await openPage(facts, `/f/${slug}`, page.cookie)
    expect([html.includes(id), html.includes(idOf(stays?.url ?? ''))]).toEqual([false, true])
  })

  it('comes with the form itself where no script runs', async () => {
    const page = await open()
    const { visit, proof, release, opened } = page.data
    const content = pictureOf(700_000)
    const email = `plain-${slug}@files.example`
    const post = async (more: (body: FormData) => void, language = 'en-GB') => {
      const body = new FormData()
      const fields = {
        _visit: visit,
        _proof: proof,
        _release: String(release),
        _opened: opened,
        _step: 'all',
        _shown: 'photos table email',
      }
      for (const [name, text] of Object.entries({ ...fields, _language: language, _go: 'send' }))
        body.append(name, text)
      more(body)
      const response = await fetch(`${facts.url}/f/${slug}`, { method: 'POST', body, headers: { accept: 'text/html' } })
      return { status: response.status, html: await response.text() }
    }
    // Something wrong elsewhere: the file stays, and the page shows that it is here.
    const wrong = await post((body) => {
      body.append('photos', new Blob([content]), 'kiln.png')
      body.append('email', 'no address')
    })
    expect(wrong.status).toBe(422)
    const [, address = ''] = /name="photos"[^>]*value="([^"]+)"/.exec(wrong.html) ?? []
    expect(address).toMatch(/\/files\/[0-9a-f-]{36}\/kiln\.png$/)
    // Too large, or of another sort: said at the question.
    const large = await post((body) => {
      body.append('table', new Blob([pictureOf(1_200_000)]), 'list.csv')
      body.append('email', email)
    })
    expect([large.status, large.html.includes('“list.csv” is larger than 1 MB')]).toEqual([422, true])
    for (const [language, words] of [
      ['de-DE', '„list.csv“ ist größer als 1 MB. Fügen Sie eine kleinere Datei hinzu.'],
      [
        'ar-EG',
        speak('ar', 'ar-EG').tell('named_larger', {
          name: 'list.csv',
          size: tellBytes(speak('ar', 'ar-EG'), 1_000_000),
        }),
      ],
    ] as const) {
      const refused = await post((body) => body.append('table', new Blob([pictureOf(1_200_000)]), 'list.csv'), language)
      expect([refused.status, refused.html]).toEqual([422, expect.stringContaining(words)])
      expect(refused.html).toContain(`<html lang="${language.slice(0, 2)}"`)
    }
    await pause(LEAST_SECONDS * 1000)
    const right = await post((body) => {
      body.append('photos', address)
      body.append('photos', new Blob([]), '')
      body.append('photos', new Blob([content]), 'second.png')
      body.append('email', email)
    })
    expect(right.html).toContain('Thank you')
    const { body } = await api<{ submissions: { values: { photos: string[] } }[] }>(
      facts,
      'GET',
      `/submissions?search=${email}`,
    )
    const photos = body.submissions[0]?.values.photos ?? []
    expect(photos.map((one) => one.split('/').at(-1))).toEqual(['kiln.png', 'second.png'])
    const got = await fetchAs(member, photos[1] ?? '')
    expect(digestOf(Buffer.from(await got.arrayBuffer()))).toBe(digestOf(content))
  })

  it('that is too large for a mail is linked in it', async () => {
    const page = await open()
    const contents = [pictureOf(9_000_000), pictureOf(2_000_000), pictureOf(500_000)]
    const photos: string[] = []
    for (const [index, content] of contents.entries()) {
      const { url } = await sendFile({ content, page, name: `photo ${index}.png` })
      photos.push(addressOf(url, `photo ${index}.png`))
    }
    const email = `large-${slug}@files.example`
    expect((await send(facts, slug, { photos, email }, page.data)).status).toBe(200)
    const mail = await until(
      'the desk’s mail',
      async () => (await mailTo(facts, 'advice@tarnfield.example')).find(({ replyTo }) => replyTo === email),
      100,
    )
    expect(mail.files.map(({ name }) => name)).toEqual(['photo 0.png', 'photo 2.png'])
    expect(mail.text).toContain(`photo 1.png (2 MB): ${photos[1]}`)
  })
})
