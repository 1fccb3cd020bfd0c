/**
 * Addresses of the studio within one workspace, such as `/in/tarnfield-kilns-3f2a1c/people`: so each tab keeps its own,
 * for whoever belongs to several. Whoever belongs to one needs none of it.
 */
const WITHIN = /^\/in\/([a-z0-9-]{1,60})(?=[/?#]|$)/

/** The workspace that an address is in, by its handle, and the address as it is without it. */
export function splitWithin(address: string): { handle: string | null; path: string } {
  const handle = WITHIN.exec(address)?.[1] ?? null
  if (handle === null) return { handle, path: address }
  const path = address.slice('/in/'.length + handle.length)
  return { handle, path: path.startsWith('/') ? path : `/${path}` }
}

/** An address of the studio in a workspace; as it is where none is named. */
export const within = (handle: string | null, path: string): string => (handle === null ? path : `/in/${handle}${path}`)
