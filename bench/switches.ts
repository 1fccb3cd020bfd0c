/** How each simulated service behaves just now. */
export interface Switches {
  mail: 'works' | 'refuses' | 'hangs'
  crm: 'works' | 'fails' | 'errs' | 'hangs'
  hook: 'works' | 'fails' | 'hangs'
}

const EVERYWHERE = ''
const WORKING: Switches = { mail: 'works', crm: 'works', hook: 'works' }

const WAYS: { [S in keyof Switches]: readonly Switches[S][] } = {
  mail: ['works', 'refuses', 'hangs'],
  crm: ['works', 'fails', 'errs', 'hangs'],
  hook: ['works', 'fails', 'hangs'],
}
const byWorkspace = new Map<string, Switches>()

/** The switches of a workspace: its own, or else everybody's. */
export const switchesOf = (workspace: string | null | undefined): Switches =>
  byWorkspace.get(workspace || EVERYWHERE) ?? byWorkspace.get(EVERYWHERE) ?? WORKING

/** Turns switches by name, for one workspace or for all; says what it does not know. */
export function turnSwitches(workspace: string | null, wanted: Record<string, unknown>): string | null {
  const next: Record<string, unknown> = { ...switchesOf(workspace), ...wanted }
  for (const [name, ways] of Object.entries(WAYS) as [string, readonly string[]][])
    if (!ways.includes(String(next[name]))) return `${name} must be one of ${ways.join(', ')}`
  if (!workspace) byWorkspace.clear()
  byWorkspace.set(workspace ?? EVERYWHERE, { mail: next.mail, crm: next.crm, hook: next.hook } as Switches)
  return null
}
