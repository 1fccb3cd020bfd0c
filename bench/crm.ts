import { JsonLines } from './store'

export interface CrmContact {
  email: string
  fields: Record<string, unknown>
  revision: number
  updatedAt: string
}

interface CrmWrite {
  key: string | null
  contact: CrmContact
}

/** A CRM that knows contacts by address, honours idempotency keys and ignores older revisions. */
export class Crm {
  private readonly contacts = new Map<string, CrmContact & { writes: number }>()
  private readonly keys = new Set<string>()
  private readonly file: JsonLines<CrmWrite>

  constructor(folder: string) {
    this.file = new JsonLines(`${folder}/crm.jsonl`)
    for (const write of this.file.read()) this.apply(write)
  }

  /** Writes a contact once for each key; says what it did. */
  write(key: string | null, input: unknown): { status: number; body: object } {
    const { email, fields, revision } = (input ?? {}) as Partial<CrmContact>
    if (typeof email !== 'string' || !email.includes('@'))
      return { status: 422, body: { error: 'A contact needs an email' } }
    if (key !== null && this.keys.has(key)) return { status: 200, body: { result: 'repeated' } }
    const write: CrmWrite = {
      key,
      contact: {
        email: email.toLowerCase(),
        fields: fields ?? {},
        revision: revision ?? 0,
        updatedAt: new Date().toISOString(),
      },
    }
    this.file.append(write)
    return { status: 200, body: { result: this.apply(write) } }
  }

  list(email: string | null, limit: number): (CrmContact & { writes: number })[] {
    if (email) {
      const contact = this.contacts.get(email.toLowerCase())
      return contact ? [contact] : []
    }
    return [...this.contacts.values()].sort((a, b) => b.updatedAt.localeCompare(a.updatedAt)).slice(0, limit)
  }

  get size(): number {
    return this.contacts.size
  }

  private apply({ key, contact }: CrmWrite): 'written' | 'older' {
    if (key !== null) this.keys.add(key)
    const known = this.contacts.get(contact.email)
    if (known && known.revision > contact.revision) return 'older'
    this.contacts.set(contact.email, { ...contact, writes: (known?.writes ?? 0) + 1 })
    return 'written'
  }
}
