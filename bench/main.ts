/**
 * The Bench: the simulated outside. `BENCH_PORT` is its HTTP side, and over UDP where names are looked up, `BENCH_SMTP_PORT` its mail server,
 * `BENCH_FOLDER` where it keeps what it was sent, `BENCH_HOOK_SECRET` what webhooks are signed with,
 * `LICHEN_URL` whose forms stand on its site. It listens on loopback only.
 */
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http'
import { constants, setPriority } from 'node:os'
import { Bucket } from './bucket'
import { Crm } from './crm'
import { Hooks } from './hooks'
import { Mailbox } from './mailbox'
import { Names } from './names'
import { answerForSite, SITE } from './site'
import { switchesOf, turnSwitches } from './switches'

const HOST = '127.0.0.1'
/** Below it lies a store for files; its one bucket may have any name. */
const BUCKETS = '/buckets/'
// In the world the outside runs on other machines; here it must not take Lichen's share of this one.
setPriority(constants.priority.PRIORITY_LOW)
const folder = process.env.BENCH_FOLDER ?? '.lichen/bench'
const mailbox = new Mailbox(folder)
const crm = new Crm(folder)
const bucket = new Bucket(`${folder}/bucket`)
const names = new Names(folder)
const hooks = new Hooks(folder, process.env.BENCH_HOOK_SECRET ?? '')

async function answer(request: IncomingMessage): Promise<{ status: number; body: object }> {
  const url = new URL(request.url ?? '/', `http://${HOST}`)
  const asked = (name: string) => url.searchParams.get(name)
  const limit = Math.min(10_000, Math.max(1, Number(asked('limit') ?? 100) || 100))
  const workspace = asked('workspace')
  switch (`${request.method} ${url.pathname}`) {
    case 'GET /':
      return ok({
        mailbox: mailbox.count(workspace),
        crm: crm.count(workspace),
        hooks: hooks.count(workspace),
        switches: switchesOf(workspace),
      })
    // Browsers ask for it beside the pages of the site.
    case 'GET /favicon.ico':
      return { status: 204, body: {} }
    case 'GET /mailbox/messages':
      return ok({ messages: mailbox.list(asked('to'), limit, workspace) })
    case 'GET /crm/contacts':
      return ok({ contacts: crm.list(asked('email'), limit, workspace) })
    case 'POST /crm/contacts': {
      const sender = header(request, 'lichen-workspace') ?? ''
      const how = switchesOf(sender).crm
      if (how === 'fails') return { status: 503, body: { error: 'The Bench’s CRM is switched to fail' } }
      if (how === 'errs') return { status: 500, body: { error: 'The Bench’s CRM is switched to err' } }
      if (how === 'hangs') return new Promise(() => undefined)
      return crm.write(sender, header(request, 'idempotency-key'), await readJson(request))
    }
    case 'GET /hooks':
      return ok({ events: hooks.list(workspace, limit) })
    case 'PUT /hooks/secret': {
      const { secret } = (await readJson(request)) as { secret?: unknown }
      const wrong = hooks.trust(workspace ?? '', secret)
      return wrong ? { status: 422, body: { error: wrong } } : ok({ result: 'trusted' })
    }
    case 'GET /names':
      return ok({ names: names.list() })
    case 'PUT /names': {
      const wrong = names.tell((await readJson(request)) as Record<string, unknown>)
      return wrong ? { status: 422, body: { error: wrong } } : ok({ result: 'told' })
    }
    case 'PUT /switches': {
      const wrong = turnSwitches(workspace, (await readJson(request)) as Record<string, unknown>)
      return wrong ? { status: 422, body: { error: wrong } } : ok(switchesOf(workspace))
    }
    default:
      if (request.method === 'POST' && url.pathname.startsWith('/hooks/'))
        return catchHook(decodeURIComponent(url.pathname.slice('/hooks/'.length)), request)
      return { status: 404, body: { error: 'There is nothing here' } }
  }
}

async function catchHook(catcher: string, request: IncomingMessage): Promise<{ status: number; body: object }> {
  const how = switchesOf(catcher).hook
  if (how === 'fails') return { status: 503, body: { error: 'The Bench’s catcher is switched to fail' } }
  if (how === 'hangs') return new Promise(() => undefined)
  const names = ['webhook-id', 'webhook-timestamp', 'webhook-signature']
  const headers = Object.fromEntries(names.map((name) => [name, header(request, name) ?? '']))
  return hooks.catch(catcher, headers, await readText(request))
}

function header({ headers }: IncomingMessage, name: string): string | null {
  const value = headers[name]
  return typeof value === 'string' ? value : null
}

const ok = (body: object) => ({ status: 200, body })

const readJson = async (request: IncomingMessage): Promise<unknown> => JSON.parse((await readText(request)) || '{}')

async function readText(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = []
  for await (const chunk of request) chunks.push(chunk as Buffer)
  return Buffer.concat(chunks).toString()
}

function respond(response: ServerResponse, { status, body }: { status: number; body: object }): void {
  response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
}

const server = createServer((request, response) => {
  const url = new URL(request.url ?? '/', `http://${HOST}`)
  if (url.pathname.startsWith(BUCKETS)) {
    bucket
      .answer(url.pathname.slice(BUCKETS.length), url, request, response)
      .catch((error: unknown) => response.destroy(error as Error))
    return
  }
  if (url.pathname.startsWith(SITE))
    return answerForSite(url.pathname.slice(SITE.length), url.searchParams, request, response)
  answer(request)
    .then((answered) => respond(response, answered))
    .catch((error: unknown) => respond(response, { status: 400, body: { error: String(error) } }))
})

const port = Number(process.env.BENCH_PORT ?? 4302)
await mailbox.listen(Number(process.env.BENCH_SMTP_PORT ?? 4303), HOST)
await names.listen(port, HOST)
server.listen(port, HOST, () => console.log('The Bench is ready'))
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
