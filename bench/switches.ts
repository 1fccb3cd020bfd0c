/** How each simulated service behaves just now. */
export interface Switches {
  mail: 'works' | 'refuses'
  crm: 'works' | 'fails'
}

export const switches: Switches = { mail: 'works', crm: 'works' }

/** Turns switches by name; says what it does not know. */
export function turnSwitches(wanted: Record<string, unknown>): string | null {
  const { mail = switches.mail, crm = switches.crm } = wanted
  if (mail !== 'works' && mail !== 'refuses') return 'mail must be “works” or “refuses”'
  if (crm !== 'works' && crm !== 'fails') return 'crm must be “works” or “fails”'
  Object.assign(switches, { mail, crm })
  return null
}
