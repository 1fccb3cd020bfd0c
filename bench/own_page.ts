import type { IncomingMessage, ServerResponse } from 'node:http'

/**
 * Pages of the site that its own people wrote: HTML that is pasted is shown as one, and sends from there. Kept in memory,
 * the last few of them.
 */

const pages = new Map<string, string>()
const MOST = 20
const MOST_BYTES = 1_000_000

/** Takes HTML that is pasted, and shows what it is as a page of the site. */
export async function takeOwnPage(request: IncomingMessage, response: ServerResponse, here: string): Promise<void> {
  const chunks: Buffer[] = []
  let bytes = 0
  for await (const chunk of request) {
    bytes += (chunk as Buffer).length
    if (bytes > MOST_BYTES) return void response.writeHead(413).end('That is too much.')
    chunks.push(chunk as Buffer)
  }
  const name = String(Date.now())
  pages.set(name, new URLSearchParams(Buffer.concat(chunks).toString()).get('html') ?? '')
  const [oldest] = pages.keys()
  if (pages.size > MOST && oldest !== undefined) pages.delete(oldest)
  response.writeHead(303, { location: `${here}?page=${name}` }).end()
}

/** What stands in such a page; where to paste one, where there is none of this name. */
export const ownPage = (name: string | null): string =>
  pages.get(name ?? '') ??
  `<form method="post"><p><label for="html">HTML of a form</label></p>
<p><textarea id="html" name="html" rows="14" required></textarea></p><p><button type="submit">Show it as a page</button></p></form>`
