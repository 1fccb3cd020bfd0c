/** How each simulated service behaves just now. */
export interface Switches {
  mail: 'works' | 'refuses' | 'hangs'
  crm: 'works' | 'fails' | 'errs' | 'hangs'
}

const EVERYWHERE = ''
const WORKING: Switches = { mail: 'works', crm: 'works' }
const byWorkspace = new Map<string, Switches>()

/** The switches of a workspace: its own, or else everybody's. */
export const switchesOf = (workspace: string | null | undefined): Switches =>
  byWorkspace.get(workspace || EVERYWHERE) ?? byWorkspace.get(EVERYWHERE) ?? WORKING

/** Turns switches by name, for one workspace or for all; says what it does not know. */
export function turnSwitches(workspace: string | null, wanted: Record<string, unknown>): string | null {
  const before = switchesOf(workspace)
  const { mail = before.mail, crm = before.crm } = wanted
  if (mail !== 'works' && mail !== 'refuses' && mail !== 'hangs') return 'mail must be “works”, “refuses” or “hangs”'
  if (!['works', 'fails', 'errs', 'hangs'].includes(String(crm)))
    return 'crm must be “works”, “fails”, “errs” or “hangs”'
  if (!workspace) byWorkspace.clear()
  byWorkspace.set(workspace ?? EVERYWHERE, { mail, crm: crm as Switches['crm'] })
  return null
}
