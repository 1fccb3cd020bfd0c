import { createHash } from 'node:crypto'
import Excel from 'exceljs'
import { Description } from './openapi'
import { SCREENS } from './screens'
import { signIn } from './session'

type Asked = { url: string; token: string }

/** Answers by what was asked for. */
export type Everything = Map<string, string>

/** What is told of days is told of the same ones, whenever it is asked for. */
const DAYS = 'from=2026-08-01&to=2026-12-31'

/**
 * All that a Lichen tells of a workspace: every operation that reads, of every page of its list and of every one in
 * it, every export in every format, every file, and every screen of the studio.
 */
export async function readEverything(reach: Asked): Promise<Everything> {
  const told: Everything = new Map()
  const headers = { authorization: `Bearer ${reach.token}` }
  const { document, operations } = await Description.of(reach.url).then((description) => ({
    document: description.document,
    operations: description.operations().filter(([method, path]) => method === 'GET' && !path.includes('history')),
  }))
  const ask = async (path: string): Promise<string> => {
    const response = await fetch(`${reach.url}/api/v1${path}`, { headers })
    if (!response.ok) throw new Error(`${path} was answered ${response.status}: ${await response.text()}`)
    const text = path.includes('format=xlsx')
      ? await cellsOf(await response.arrayBuffer())
      : await digestOfLong(response)
    // Likely doubles are looked for every night, which may come in between.
    told.set(path, text.replace(/"lookedAt":"[^"]*"/, ''))
    return text
  }
  const named: Record<string, Set<string>> = {}
  for (const [, path] of operations) {
    if (path.includes('{')) continue
    if (/^\/exports\/\w+$/.test(path)) {
      const of = path === '/exports/members' ? '&list=firing_notes' : ''
      for (const format of ['csv', 'jsonl', 'xlsx']) await ask(`${path}?format=${format}${of}`)
      continue
    }
    const pages = /"name":"after"/.test(JSON.stringify(document.paths[path]))
    let after: string | null = null
    do {
      const text = await ask(pages ? `${path}?limit=50${after ? `&after=${after}` : ''}` : path)
      const body = JSON.parse(text) as Record<string, unknown>
      const names = (named[path] ??= new Set())
      for (const one of Object.values(body).filter(Array.isArray).flat() as Record<string, string>[])
        names.add(String(one.slug ?? one.id ?? one.name))
      after = typeof body.next === 'string' ? body.next : null
    } while (after !== null)
  }
  const files = new Set<string>()
  for (const [, path] of operations.filter(([, one]) => one.split('{').length === 2 && !one.startsWith('/files/'))) {
    const list = path.slice(0, path.indexOf('/{'))
    for (const name of named[list] ?? []) {
      const text = await ask(`${path.replace(/\{\w+\}/, name)}${path.endsWith('/readout') ? `?${DAYS}` : ''}`)
      for (const [, id = ''] of text.matchAll(/\/files\/([0-9a-f-]{36})/g)) files.add(id)
    }
  }
  // What was released before is told by what going back to it comes to.
  for (const slug of named['/forms'] ?? []) {
    const { releases } = JSON.parse(told.get(`/forms/${slug}/releases`) ?? '{}') as { releases: { number: number }[] }
    for (const { number } of releases.slice(1)) await ask(`/forms/${slug}/releases/${number}/return`)
  }
  for (const slug of named['/forms'] ?? []) {
    const { inlets } = JSON.parse(told.get(`/forms/${slug}/inlets`) ?? '{}') as { inlets: { name: string }[] }
    for (const { name } of inlets) await ask(`/forms/${slug}/inlets/${name}`)
  }
  for (const id of files) await ask(`/files/${id}`)
  told.set('/history', JSON.stringify(await readHistory(reach)))
  await readScreens(reach, told)
  return told
}

/** Who did what, all of it but that lists were taken along: whoever reads everything does that. */
async function readHistory({ url, token }: Asked): Promise<object[]> {
  const all: object[] = []
  let after: string | null = null
  do {
    const response = await fetch(`${url}/api/v1/history?which=all&limit=200${after ? `&after=${after}` : ''}`, {
      headers: { authorization: `Bearer ${token}` },
    })
    const { history, next } = (await response.json()) as { history: { deed: string }[]; next: string | null }
    all.push(...history.filter(({ deed }) => deed !== 'takeAlong'))
    after = next
  } while (after !== null)
  return all
}

async function readScreens(reach: Asked, told: Everything): Promise<void> {
  const cookie = await signIn(reach)
  for (const path of SCREENS.filter((one) => !/bench|history|account/.test(one))) {
    const where = path.endsWith('/readout') ? `${path}?${DAYS}` : path
    const response = await fetch(reach.url + where, { headers: { cookie } })
    if (!response.ok) throw new Error(`${where} was answered ${response.status}`)
    told.set(where, shownOf(await response.text()))
  }
}

/** A visitor's page as it is shown; whoever opens it counts as a visitor. */
export const readPage = async ({ url }: Pick<Asked, 'url'>, slug: string): Promise<string> =>
  shownOf(await (await fetch(`${url}/f/${slug}`)).text())

/** What of a page is shown: not the scripts, nor what is drawn by lot for each visit, nor how long ago something was. */
const shownOf = (html: string): string =>
  html
    .replace(/<script\b[\s\S]*?<\/script>/g, '')
    .replace(/ (nonce|value|content|data-task)="[^"]*"/g, '')
    .replace(/\d+ (second|minute|hour|day)s? ago|just now/g, 'ago')
    .replace(/<!-- [\w-]* -->\s*$/, '')
    .replace(/></g, '>\n<')

/** Text as it is, anything else by its digest. */
async function digestOfLong(response: Response): Promise<string> {
  const type = response.headers.get('content-type') ?? ''
  if (/json|text/.test(type)) return response.text()
  return createHash('sha256')
    .update(Buffer.from(await response.arrayBuffer()))
    .digest('hex')
}

/** The cells of a workbook: the file around them has the moment when it was made. */
async function cellsOf(content: ArrayBuffer): Promise<string> {
  const book = new Excel.Workbook()
  await book.xlsx.load(content)
  return JSON.stringify(book.worksheets.map((sheet) => sheet.getSheetValues()))
}
