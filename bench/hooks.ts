import { Webhook } from 'standardwebhooks'
import { JsonLines } from './store'

interface Caught {
  /** The catcher's name, the last part of its address: a workspace has its own. */
  catcher: string
  id: string
  body: string
  /** Whether the signature holds; `null` where the catcher was told no secret. */
  signed: boolean | null
  /** Why it does not. */
  wrong: string | null
  receivedAt: string
}

type Kept = Caught & { copies: number }

/** A catcher of webhooks, which checks signatures as any receiver would that reads Standard Webhooks. */
export class Hooks {
  private readonly caught = new Map<string, Kept>()
  private readonly file: JsonLines<Caught>
  private readonly secrets = new Map<string, string>()
  private readonly secretFile: JsonLines<{ catcher: string; secret: string }>

  /** `trusted` is what events are signed with where a catcher was told nothing else; empty for nothing. */
  constructor(
    folder: string,
    private readonly trusted: string,
  ) {
    this.secretFile = new JsonLines(`${folder}/hook_secrets.jsonl`)
    for (const { catcher, secret } of this.secretFile.read()) this.secrets.set(catcher, secret)
    this.file = new JsonLines(`${folder}/hooks.jsonl`)
    for (const caught of this.file.read()) this.keep(caught)
  }

  /** Tells a catcher what its events are signed with; says what is wrong with it. */
  trust(catcher: string, secret: unknown): string | null {
    try {
      new Webhook(String(secret))
    } catch {
      return 'That is no signing secret'
    }
    this.secrets.set(catcher, String(secret))
    this.secretFile.append({ catcher, secret: String(secret) })
    return null
  }

  catch(catcher: string, headers: Record<string, string>, body: string): { status: number; body: object } {
    const secret = this.secrets.get(catcher) ?? (this.trusted || undefined)
    const wrong = secret === undefined ? null : whatIsWrong(secret, headers, body)
    const signed = secret === undefined ? null : wrong === null
    const id = headers['webhook-id'] ?? ''
    const caught = { catcher, id, body, signed, wrong, receivedAt: new Date().toISOString() }
    this.file.append(caught)
    this.keep(caught)
    return wrong === null ? { status: 200, body: { caught: id } } : { status: 401, body: { error: wrong } }
  }

  /** What was caught, the latest first. */
  list(catcher: string | null, limit: number): Kept[] {
    return this.of(catcher).slice(-limit).reverse()
  }

  count(catcher: string | null): number {
    return this.of(catcher).length
  }

  private of(catcher: string | null): Kept[] {
    const all = [...this.caught.values()]
    return catcher ? all.filter((one) => one.catcher === catcher) : all
  }

  /** An event that comes again under its id is the same one. */
  private keep(caught: Caught): void {
    const key = `${caught.catcher} ${caught.id}`
    const known = this.caught.get(key)
    this.caught.delete(key)
    this.caught.set(key, { ...caught, copies: (known?.copies ?? 0) + 1 })
  }
}

function whatIsWrong(secret: string, headers: Record<string, string>, body: string): string | null {
  try {
    new Webhook(secret).verify(body, headers)
    return null
  } catch (error) {
    return error instanceof Error ? error.message : String(error)
  }
}
