import { Resolver } from 'node:dns/promises'
import { sign } from '../proofs'

/** Whether names can be looked up at these addresses. */
export function areServers(servers: readonly string[]): boolean {
  try {
    new Resolver().setServers(servers)
    return true
  } catch {
    return false
  }
}

/** A record that whoever has a host name puts into its zone (TXT, RFC 1035, 3.3.14). */
export interface ProofRecord {
  name: string
  text: string
}

/** What shows that a host name is a workspace’s: only whoever has the name can put it there, and only we could write it. */
export const proofRecordOf = (secret: string, workspaceId: string, host: string): ProofRecord => ({
  name: `_lichen.${host}`,
  text: `lichen=${sign(secret, `host ${workspaceId} ${host}`, 15)}`,
})

/** Looks for the record where names are looked up, at these servers or, for none, the machine’s own; says what is there instead, in words. */
export async function lookFor(
  { name, text }: ProofRecord,
  servers: readonly string[],
): Promise<{ found: true } | { found: false; says: string }> {
  const resolver = new Resolver({ timeout: 2000, tries: 2 })
  if (servers.length > 0) resolver.setServers(servers)
  try {
    const texts = (await resolver.resolveTxt(name)).map((parts) => parts.join(''))
    if (texts.includes(text)) return { found: true }
    return {
      found: false,
      says: `At ${name} there is another text: ${texts.map((one) => `“${one.slice(0, 80)}”`).join(', ')}.`,
    }
  } catch (error) {
    return { found: false, says: sayFailed(name, (error as NodeJS.ErrnoException).code) }
  }
}

const sayFailed = (name: string, code: string | undefined): string =>
  code === 'ENOTFOUND' || code === 'ENODATA'
    ? `There is no such record at ${name} yet. It may take a while until it is known everywhere.`
    : `Nobody could say what is at ${name} just now (${code ?? 'no answer'}). Try again in a moment.`
