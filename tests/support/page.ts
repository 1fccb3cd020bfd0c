export interface OpenedPage {
  cookie: string
  html: string
  data: { visit: string; proof: string; release: number }
}

/** Opens a visitor's page as a browser does, and keeps what it keeps. */
export async function openPage({ url }: { url: string }, path: string, cookie = ''): Promise<OpenedPage> {
  const response = await fetch(url + path, { headers: { cookie } })
  const html = await response.text()
  const data = JSON.parse(/id="form-data">(.*?)<\/script>/.exec(html)?.[1] ?? '{}') as OpenedPage['data']
  const kept = response.headers.getSetCookie().map((one) => one.split(';')[0])
  return { cookie: kept.join('; '), html, data }
}
