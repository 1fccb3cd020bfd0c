import { type LookupAddress, lookup, type LookupOptions } from 'node:dns'
import { Agent as HttpAgent, request as httpRequest } from 'node:http'
import { Agent as HttpsAgent, request as httpsRequest } from 'node:https'
import { isIP, type LookupFunction } from 'node:net'
import ipaddr from 'ipaddr.js'
import { Permanent } from './permanent'

/**
 * Reaching addresses that people of a workspace entered. Such an address must not lead into the network
 * Lichen itself stands in: whatever is not a public unicast address (IANA's special-purpose registries) is
 * refused, at the moment of connecting and by the number really connected to, so that no name, redirect or
 * change of a name's answer gets around it. What is meant to be reached there stands on the allowed list.
 */

/** An address or range that may be reached although it is private, on one port or on any. */
interface Allowed {
  range: [ipaddr.IPv4 | ipaddr.IPv6, number]
  port: number | null
}

/** Reads one entry of the list: `10.0.0.0/8`, `127.0.0.1:4302`, `[fd00::]/8`, `[::1]:25`; `null` for anything else. */
export function readAllowed(text: string): Allowed | null {
  const [, six, four, bits, port] =
    /^(?:\[([0-9a-f:.]+)\]|(\d+\.\d+\.\d+\.\d+))(?:\/(\d{1,3}))?(?::(\d{1,5}))?$/i.exec(text) ?? []
  const address = six ?? four
  if (address === undefined || !ipaddr.isValid(address)) return null
  const parsed = ipaddr.process(address)
  const widest = parsed.kind() === 'ipv4' ? 32 : 128
  if (Number(bits ?? 0) > widest || Number(port ?? 1) > 65_535) return null
  return { range: [parsed, Number(bits ?? widest)], port: port === undefined ? null : Number(port) }
}

/** Who may be reached. Everybody public may; of the others, those on the list. */
export type Reach = readonly Allowed[]

/** Global unicast as IANA has given it out so far; what lies outside is for a purpose of its own, or nobody's. */
const GLOBAL = ipaddr.IPv6.parseCIDR('2000::/3')

const isPublic = (address: ipaddr.IPv4 | ipaddr.IPv6): boolean =>
  address.range() === 'unicast' && (address.kind() === 'ipv4' || address.match(GLOBAL as never))

/** Whether an address, as numbers, may be connected to on this port. */
export function mayReach(reach: Reach, address: string, port: number): boolean {
  if (!ipaddr.isValid(address)) return false
  const parsed = ipaddr.process(address)
  return (
    isPublic(parsed) ||
    reach.some(
      ({ range: [base, bits], port: only }) =>
        base.kind() === parsed.kind() && parsed.match([base, bits] as never) && (only === null || only === port),
    )
  )
}

const refusal = (host: string, address: string): Permanent =>
  new Permanent(
    `${host === address ? host : `${host} (${address})`} is not a public address. Whoever runs this installation can allow it.`,
  )

/** A look-up of names that gives only addresses that may be reached on this port. */
export function guardedLookup(reach: Reach, port: number): LookupFunction {
  return (host, options, done) => {
    lookup(host, { ...(options as LookupOptions), all: true }, (error, found: LookupAddress[]) => {
      const first = found?.[0]
      if (error || !first) return done(error ?? new Error(`${host} has no address`), '', 4)
      const open = found.filter(({ address }) => mayReach(reach, address, port))
      const [one] = open
      if (!one) return done(refusal(host, first.address), '', 4)
      if (options.all) done(null, open)
      else done(null, one.address, one.family)
    })
  }
}

/** Refuses a host that is written as a number, which nobody looks up, where it may not be reached. */
export function requireReach(reach: Reach, host: string, port: number): void {
  const bare = host.replace(/^\[|\]$/g, '')
  if (isIP(bare) && !mayReach(reach, bare, port)) throw refusal(bare, bare)
}

const agents = { 'http:': new HttpAgent({ keepAlive: true }), 'https:': new HttpsAgent({ keepAlive: true }) }

/** More of an answer than this is never read. */
const MOST = 64 * 1024

export interface Asked {
  method: 'GET' | 'POST'
  headers?: Record<string, string>
  body?: string
}

/** Asks an address on the web, and gives what it answered. A redirect is an answer, and not followed. */
export function ask(
  url: URL,
  { method, headers = {}, body }: Asked,
  reach: Reach,
  signal: AbortSignal,
): Promise<{ status: number; text: string }> {
  const secure = url.protocol === 'https:'
  const port = Number(url.port) || (secure ? 443 : 80)
  requireReach(reach, url.hostname, port)
  return new Promise((answered, failed) => {
    const request = (secure ? httpsRequest : httpRequest)(
      url,
      {
        method,
        headers: { 'user-agent': 'Lichen', ...headers },
        agent: secure ? agents['https:'] : agents['http:'],
        lookup: guardedLookup(reach, port),
        signal,
      },
      (response) => {
        const chunks: Buffer[] = []
        let size = 0
        const status = response.statusCode ?? 0
        const end = () => answered({ status, text: Buffer.concat(chunks).toString('utf8') })
        response.on('error', failed)
        response.on('end', end)
        response.on('data', (chunk: Buffer) => {
          chunks.push(chunk)
          size += chunk.length
          if (size <= MOST) return
          end()
          response.destroy()
        })
      },
    )
    request.on('error', failed)
    request.end(body)
  })
}
