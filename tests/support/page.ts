export interface OpenedPage {
  cookie: string
  html: string
  /** What the page sends of itself. */
  data: { visit: string; proof: string; release: number; opened: string }
}

/** Opens a visitor's page as a browser does, and keeps what it keeps. */
export async function openPage({ url }: { url: string }, path: string, cookie = ''): Promise<OpenedPage> {
  const response = await fetch(url + path, { headers: { cookie } })
  const html = await response.text()
  const field = (name: string) => new RegExp(`name="_${name}" value="([^"]*)"`).exec(html)?.[1] ?? ''
  const data = {
    visit: field('visit'),
    proof: field('proof'),
    release: Number(field('release')),
    opened: field('opened'),
  }
  const kept = response.headers.getSetCookie().map((one) => one.split(';')[0])
  return { cookie: kept.join('; '), html, data }
}
