import { createSocket } from 'node:dgram'
import { decode, encode, type TxtAnswer } from 'dns-packet'
import { JsonLines } from './store'

interface Told {
  name: string
  /** Empty for no more. */
  texts: string[]
}

/** Where names are looked up (RFC 1035, over UDP): it tells the texts (TXT) that it was given, and knows nothing else. */
export class Names {
  private readonly texts = new Map<string, string[]>()
  private readonly file: JsonLines<Told>

  constructor(folder: string) {
    this.file = new JsonLines(`${folder}/names.jsonl`)
    for (const { name, texts } of this.file.read()) this.texts.set(name, texts)
  }

  list(): Told[] {
    return [...this.texts].flatMap(([name, texts]) => (texts.length > 0 ? [{ name, texts }] : []))
  }

  /** Has a name say these texts from now on; tells what is wrong with them. */
  tell({ name, texts }: { name?: unknown; texts?: unknown }): string | null {
    if (typeof name !== 'string' || !/^[a-z0-9_.-]{1,253}$/.test(name)) return 'Give a name, in small letters'
    const isText = (text: unknown): text is string => typeof text === 'string' && text !== '' && text.length <= 255
    if (!Array.isArray(texts) || !texts.every(isText)) return 'Give its texts, each of at most 255 letters'
    this.texts.set(name, texts)
    this.file.append({ name, texts })
    return null
  }

  async listen(port: number, host: string): Promise<void> {
    const socket = createSocket('udp4')
    socket.on('message', (message, from) => {
      const answer = this.answer(message)
      if (answer) socket.send(answer, from.port, from.address)
    })
    await new Promise<void>((done, fail) => {
      socket.once('error', fail)
      socket.bind(port, host, done)
    })
  }

  /** `null` for what is no question. */
  private answer(message: Buffer): Buffer | null {
    try {
      const { id, questions = [], type } = decode(message)
      if (type !== 'query') return null
      const answers = questions.flatMap(({ name, type: sort }): TxtAnswer[] =>
        sort === 'TXT'
          ? (this.texts.get(name.toLowerCase()) ?? []).map((data) => ({ type: 'TXT', name, ttl: 0, data }))
          : [],
      )
      // There is no such name (RCODE 3) where it says nothing.
      return encode({ type: 'response', id, flags: answers.length > 0 ? 0 : 3, questions, answers })
    } catch {
      return null
    }
  }
}
