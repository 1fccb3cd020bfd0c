import { randomUUID } from 'node:crypto'
import type { Caused } from '@/core/changes/cause'
import type { Ledger } from '@/core/changes/ledger'
import { readSlot } from '@/core/changes/slot'
import { targetOf } from '@/core/dispatch/targets/registry'
import type { Runner } from '@/db/database'
import { readConnections } from '@/db/queries/connections'
import type { NewDelivery } from '@/db/queries/deliveries'
import { holdRecords } from '@/db/queries/records'

const DID = {
  deed: 'changed the contact’s fields',
  merge: 'merged contacts',
  'put back': 'put something back',
  visitor: 'confirmed by mail what they wrote',
}

/**
 * What goes outside where a member changed contacts or put something back, or somebody confirmed what they wrote: each of them whole, to the places that
 * every form sends to and that want it. What a program changes is not sent on: it may come from there.
 */
export async function followContacts(
  tx: Runner,
  workspaceId: string,
  ledger: Ledger,
  { id, cause, at }: Caused,
): Promise<NewDelivery[]> {
  if (cause.sort === 'submission' || cause.sort === 'import' || cause.sort === 'keeping') return []
  if (cause.sort !== 'visitor' && cause.by.sort !== 'member') return []
  const who = cause.sort === 'visitor' ? 'Whoever it is of' : cause.by.name
  const { changes } = ledger.written()
  const moved = changes.filter(({ field }) => ['field', 'company'].includes(readSlot(field).is))
  const contacts = [...new Set(moved.map(({ record }) => record))]
    .map((contact) => ledger.get(contact))
    .filter(({ type, goneBy }) => type === 'contact' && goneBy === null)
  if (contacts.length === 0) return []
  const places = (await readConnections(tx, workspaceId)).filter(({ retired, everyForm }) => everyForm && !retired)
  const houses = new Map(
    (
      await holdRecords(
        tx,
        workspaceId,
        contacts.flatMap(({ company }) => company ?? []),
      )
    ).map((one) => [one.id, one]),
  )
  return contacts.flatMap((contact) =>
    places.flatMap(({ name, target }): NewDelivery[] => {
      const { follow } = targetOf(target)
      if (!follow) return []
      const company = contact.company === null ? null : (houses.get(contact.company) ?? null)
      return [
        {
          id: randomUUID(),
          workspace_id: workspaceId,
          cause_id: id,
          key: `${target}:${name}:${contact.id}`,
          connection: name,
          body: follow(contact, company),
          because: `${who} ${DID[cause.sort]}`,
          created_at: at.toISOString(),
          form_id: null,
          visitor: null,
        },
      ]
    }),
  )
}
