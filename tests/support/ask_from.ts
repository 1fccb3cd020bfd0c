import { request } from 'node:http'

export interface Told {
  status: number
  text: string
  cookies: string[]
  /** In how many seconds to ask again, where that is said. */
  retryAfter: string | undefined
}

interface Asked {
  method?: string
  headers?: Record<string, string>
  body?: string
  /** Longest that it may take, in milliseconds. */
  within?: number
}

/** Asks from one of this machine’s own addresses (RFC 5735: all of 127.0.0.0/8 are), as other people’s machines would. */
export const askFrom = (
  localAddress: string,
  url: string,
  { method = 'GET', headers = {}, body = '', within = 60_000 }: Asked = {},
): Promise<Told> =>
  new Promise((done, fail) => {
    // Each on a connection of its own: one that is kept would be shared with another address.
    const sent = request(url, { method, headers, localAddress, agent: false }, (response) => {
      const chunks: Buffer[] = []
      response.on('data', (chunk: Buffer) => chunks.push(chunk))
      response.on('error', fail)
      response.on('end', () => {
        const cookies = (response.headers['set-cookie'] ?? []).map((one) => one.split(';')[0] ?? '')
        const text = Buffer.concat(chunks).toString()
        done({ status: response.statusCode ?? 0, text, cookies, retryAfter: response.headers['retry-after'] })
      })
    })
    sent.setTimeout(within, () => sent.destroy(new Error(`No answer: ${method} ${url.slice(0, 200)}`)))
    sent.on('error', fail)
    sent.end(body)
  })
