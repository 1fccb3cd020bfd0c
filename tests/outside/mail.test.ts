import { type AddressObject, simpleParser, type ParsedMail } from 'mailparser'
import { SMTPServer } from 'smtp-server'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { everyCharacter } from '@/core/testing/every_character'
import { readAllowed } from '@/server/deliveries/reach'
import { closeMail, mail as sender } from '@/server/deliveries/targets/mail'

/** The text of a mail's HTML, as a browser reads it: paragraphs, lines and escaped characters. */
const readHtml = (html: string | false | undefined): string =>
  (html || '')
    .replace(/^[\s\S]*?<body[^>]*><p>/, '')
    .replace(/<\/p><\/body>[\s\S]*$/, '')
    .replaceAll(/<br>\r?\n/g, '\n')
    .replaceAll(/<\/p>\r?\n<p>/g, '\n\n')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&amp;', '&')

/** What goes out over SMTP, read back by mailparser (RFC 5322). */
describe('mail, read back by a parser', () => {
  const received: { mail: ParsedMail; raw: string; sender: string }[] = []
  const server = new SMTPServer({
    disabledCommands: ['AUTH', 'STARTTLS'],
    onData(stream, session, callback) {
      const chunks: Buffer[] = []
      stream.on('data', (chunk: Buffer) => chunks.push(chunk))
      stream.on('end', () => {
        const raw = Buffer.concat(chunks).toString()
        const sender = session.envelope.mailFrom ? session.envelope.mailFrom.address : ''
        void simpleParser(raw).then((mail) => {
          received.push({ mail, raw, sender })
          callback()
        })
      })
    },
  })
  let url = ''
  beforeAll(
    () =>
      new Promise<void>((done) => {
        const listening = server.listen(0, '127.0.0.1', () => {
          url = `smtp://127.0.0.1:${(listening.address() as { port: number }).port}?ignoreTLS=true`
          done()
        })
      }),
  )
  afterAll(() => {
    closeMail()
    return new Promise<void>((done) => server.close(done))
  })

  const mail = {
    to: 'mail' as const,
    from: { name: 'Tarnfield Kilns', address: 'forms@tarnfield.example' },
    recipients: ['north@tarnfield.example', 'ines@tarnfield.example'],
    replyTo: 'mirela@studio.example',
    subject: 'Grüße: 1 240 °C',
    text: 'One <b>line</b> & more\n\nÅngström\nlast',
    date: '2026-10-01T10:00:00.000Z',
  }

  const within = [readAllowed('127.0.0.1')].filter((one) => one !== null)
  const errand = (id: string, settings: Record<string, string> | null = null, reach = within) => ({
    id,
    workspaceId: 'w1',
    settings,
    smtpUrl: url,
    reach,
    now: new Date(),
    signal: AbortSignal.timeout(5000),
  })
  const send = (id: string, body: typeof mail, settings: Record<string, string> | null = null, reach = within) =>
    sender.send(body, errand(id, settings, reach))

  it('says where lists are left, and that one press of a mail program does (RFC 2369, RFC 8058)', async () => {
    received.length = 0
    const address = 'https://forms.tarnfield.example/m/leave/c1.proof'
    const body = { ...mail, leave: { contact: 'c1', words: 'Leave it here:' } }
    await sender.send(body, { ...errand('leave-1'), leave: address })
    const mine = 'https://forms.tarnfield.example/m/mine/s1.proof'
    await sender.send(
      { ...body, confirm: { submission: 's1', words: 'Confirm it:' } },
      { ...errand('leave-2'), leave: address, confirm: mine },
    )
    await sender.send(mail, errand('leave-3'))
    const joins = 'https://forms.tarnfield.example/m/join/a1.proof'
    await sender.send({ ...mail, join: { ask: 'a1', words: 'Join:' } }, { ...errand('join-1'), join: joins })
    const asks = received.at(-1)?.mail
    expect([asks?.text?.trim(), asks?.headers.has('list')]).toEqual([`${mail.text}\n\nJoin: ${joins}`, false])
    const [left, both, plain] = received.map((one) => one.mail)
    expect(left?.headers.get('list')).toEqual({
      unsubscribe: { url: address },
      'unsubscribe-post': { name: 'List-Unsubscribe=One-Click' },
    })
    expect(left?.text?.trim()).toBe(`${mail.text}\n\nLeave it here: ${address}`)
    expect(both?.text?.trim()).toBe(`${mail.text}\n\nConfirm it: ${mine}\n\nLeave it here: ${address}`)
    expect(plain?.headers.has('list')).toBe(false)
  })

  it('holds every character that is let in', async () => {
    const texts = everyCharacter()
    // By the ten thousand, so that none takes long; a line's end is one, however it is written.
    const lines = (text: string) => text.replaceAll(/\r\n?/g, '\n')
    for (let from = 0; from < texts.length; from += 10) {
      received.length = 0
      const text = texts.slice(from, from + 10).join('\n')
      await send(`11111111-2222-3333-4444-${String(from).padStart(12, '0')}`, { ...mail, text })
      const [{ mail: read } = { mail: undefined }] = received
      expect([from, lines(read?.text ?? '').trim() === lines(text).trim()]).toEqual([from, true])
      expect([from, lines(readHtml(read?.html)).trim() === lines(text).trim()]).toEqual([from, true])
    }
    received.length = 0
  })

  it('says the same in its text and its HTML, with every header as planned', async () => {
    await send('11111111-2222-3333-4444-555555555555', mail)
    const [{ mail: read } = { mail: undefined }] = received
    expect(read?.subject).toBe(mail.subject)
    expect(read?.text?.trim()).toBe(mail.text)
    expect(read?.html).toContain('One &lt;b&gt;line&lt;/b&gt; &amp; more')
    expect((read?.to as AddressObject | undefined)?.value.map(({ address }) => address)).toEqual(mail.recipients)
    expect(read?.replyTo?.text).toBe(mail.replyTo)
    expect(read?.date?.toISOString()).toBe(mail.date)
    expect(read?.messageId).toBe('<11111111-2222-3333-4444-555555555555@tarnfield.example>')
  })

  it('has one domain in its envelope, its From and its Message-ID, as alignment wants (RFC 7489, 3.1)', () => {
    const [first] = received
    expect(first?.sender).toBe('forms@tarnfield.example')
    expect(first?.mail.from?.value[0]?.address).toBe('forms@tarnfield.example')
  })

  it('cannot be given another header through a subject', async () => {
    await send('11111111-2222-3333-4444-666666666666', { ...mail, subject: 'x\r\nBcc: all@studio.example' })
    expect(received[1]?.mail.bcc).toBeUndefined()
    expect(received[1]?.raw).not.toMatch(/^Bcc:/im)
  })

  it('goes over a workspace’s own server, which may stand only where connections may reach', async () => {
    const own = { server: url.replace(/\?.*$/, '') }
    const before = received.length
    await send('11111111-2222-3333-4444-777777777777', mail, own)
    expect(received[before]?.mail.subject).toBe(mail.subject)
    const refused = send('1', mail, { ...own, user: 'somebody' }, [])
    await expect(refused).rejects.toThrow('127.0.0.1 is not a public address')
    expect(received).toHaveLength(before + 1)
  })

  it('fails when nobody is to get it', async () => {
    await expect(send('1', { ...mail, recipients: [] })).rejects.toThrow('no recipient')
  })
})
