import { OWNER_SLOT } from '../changes/slot'
import type { Routed } from '../dispatch/route'
import type { Form } from '../form/definition'
import { ownerInSlot } from '../changes/ledger'
import type { RecordChange } from '../records/land'
import type { Touched } from '../records/match'
import type { Owner } from '../records/record'
import type { Snapshot } from './snapshot'

/** Who sees to something from now on, and why. */
interface Given {
  owner: Owner
  because: string
  /** Name of the desk whose turn it took. */
  turn: string | null
}

export interface GivenOwners {
  changes: RecordChange[]
  /** Name of the desk whose next owner it took; none where it took nobody’s turn. */
  turn: string | null
}

const NOBODY: GivenOwners = { changes: [], turn: null }

/**
 * Gives whatever a submission touches and nobody sees to yet an owner, as its form says: all of it the same one. Who
 * sees to something stays.
 */
export function giveOwners(
  form: Form,
  touched: readonly Touched[],
  routed: readonly Routed[],
  snapshot: Snapshot,
): GivenOwners {
  const { owner: how } = form.records
  if (how === 'nobody') return NOBODY
  const stored = (id: string | null) => snapshot.records.find((one) => one.id === id) ?? null
  const free = touched.filter(({ id }) => (stored(id)?.owner ?? null) === null)
  if (free.length === 0) return NOBODY
  const given = (how === 'company' ? ofCompany(touched, snapshot) : null) ?? nextOfDesk(routed, snapshot)
  if (!given) return NOBODY
  return {
    turn: given.turn,
    changes: free.map(({ record }) => ({
      record,
      field: OWNER_SLOT,
      label: 'Owner',
      from: null,
      to: ownerInSlot(given.owner),
      words: { from: '', to: given.owner.name },
      effect: 'set',
      value: '',
      because: given.because,
    })),
  }
}

/** Who sees to the company that a submission is from: the one it names, or else the person’s. */
function ofCompany(touched: readonly Touched[], { records }: Snapshot): Given | null {
  const idOf = (type: Touched['record']) => touched.find(({ record }) => record === type)?.id ?? null
  const person = records.find(({ id }) => id === idOf('contact'))
  const company = records.find(({ id }) => id === (idOf('company') ?? person?.company))
  return company?.owner ? { owner: company.owner, because: 'Sees to the company', turn: null } : null
}

/** Whose turn it is at the first desk that is told and has owners. */
function nextOfDesk(routed: readonly Routed[], { desks }: Snapshot): Given | null {
  for (const { desk: told } of routed) {
    const desk = desks.find(({ name }) => name === told.name)
    const owners = desk?.owners ?? []
    const owner = owners[(desk?.turn ?? 0) % Math.max(owners.length, 1)]
    if (desk && owner)
      return {
        owner,
        because: owners.length === 1 ? `Sees to ${desk.title}` : `Next in turn at ${desk.title}`,
        turn: owners.length === 1 ? null : desk.name,
      }
  }
  return null
}
