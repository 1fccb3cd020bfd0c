import { JsonLines } from './store'

interface CrmContact {
  /** The workspace it belongs to: each has a CRM of its own. */
  workspace: string
  email: string
  fields: Record<string, unknown>
  revision: number
  updatedAt: string
}

interface CrmWrite {
  key: string | null
  contact: CrmContact
}

type Kept = CrmContact & { writes: number }

/** A CRM that knows contacts by address, honours idempotency keys and ignores older revisions. */
export class Crm {
  private readonly contacts = new Map<string, Kept>()
  private readonly keys = new Set<string>()
  private readonly file: JsonLines<CrmWrite>

  constructor(folder: string) {
    this.file = new JsonLines(`${folder}/crm.jsonl`)
    for (const write of this.file.read()) this.apply(write)
  }

  /** Writes a contact once for each key; says what it did. */
  write(workspace: string, key: string | null, input: unknown): { status: number; body: object } {
    const { email, fields, revision } = (input ?? {}) as Partial<CrmContact>
    if (typeof email !== 'string' || !email.includes('@'))
      return { status: 422, body: { error: 'A contact needs an email' } }
    if (key !== null && this.keys.has(key)) return { status: 200, body: { result: 'repeated' } }
    const write: CrmWrite = {
      key,
      contact: {
        workspace,
        email: email.toLowerCase(),
        fields: fields ?? {},
        revision: revision ?? 0,
        updatedAt: new Date().toISOString(),
      },
    }
    this.file.append(write)
    return { status: 200, body: { result: this.apply(write) } }
  }

  /** Contacts with an address, or any, of one workspace or of all, the last written first. */
  list(email: string | null, limit: number, workspace: string | null): Kept[] {
    return this.of(workspace)
      .filter((contact) => !email || contact.email === email.toLowerCase())
      .sort((a, b) => b.updatedAt.localeCompare(a.updatedAt))
      .slice(0, limit)
  }

  count(workspace: string | null): number {
    return this.of(workspace).length
  }

  private of(workspace: string | null): Kept[] {
    const all = [...this.contacts.values()]
    return workspace ? all.filter((contact) => contact.workspace === workspace) : all
  }

  private apply({ key, contact }: CrmWrite): 'written' | 'older' {
    if (key !== null) this.keys.add(key)
    const id = `${contact.workspace} ${contact.email}`
    const known = this.contacts.get(id)
    if (known && known.revision > contact.revision) return 'older'
    this.contacts.set(id, { ...contact, writes: (known?.writes ?? 0) + 1 })
    return 'written'
  }
}
