import type { IncomingMessage } from 'node:http'
import ipaddr from 'ipaddr.js'
import proxyAddr from 'proxy-addr'
import { COUNTRIES } from '@/core/answers/countries'

const COUNTRY_CODES: ReadonlySet<string> = new Set(COUNTRIES)

/** Bits of the network that one line has for itself (RFC 4291, 2.5.4), and of the one that its owner may have (RFC 6177). */
const LINE = 64
const SITE = 48

/**
 * The network that stands for one sender: an IPv4 address; of an IPv6 address its /64, in which one machine may call
 * itself as it likes. Written as RFC 5952 has it, so that one network is written in one way.
 */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return address
  const parsed = ipaddr.process(address)
  return parsed instanceof ipaddr.IPv6 ? cutTo(parsed, LINE) : parsed.toString()
}

/** The network around that of one sender, which many of it may belong to: an IPv6 network’s /48; `null` where there is none. */
export function siteOf(network: string): string | null {
  const [address = '', bits] = network.split('/')
  return bits ? cutTo(ipaddr.IPv6.parse(address), SITE) : null
}

const cutTo = ({ parts }: ipaddr.IPv6, bits: number): string =>
  `${new ipaddr.IPv6(parts.map((part, place) => (place < bits / 16 ? part : 0))).toRFC5952String()}/${bits}`

/**
 * A network without what tells one household from another: of an IPv4 address its /24, of an IPv6 one its /48. `null`
 * for what is no network.
 */
export function shortenNetwork(network: string): string | null {
  const [address = ''] = network.split('/')
  if (ipaddr.IPv4.isValid(address)) return `${address.replace(/\.\d+$/, '.0')}/24`
  return ipaddr.IPv6.isValid(address) ? cutTo(ipaddr.IPv6.parse(address), SITE) : null
}

/**
 * Tells the country that a proxy of ours says a request comes from, in a header of this name: whoever asks us
 * themselves may write what they like. Only letters of ISO 3166-1 that stand for a country are believed.
 */
export function countryReader(proxies: readonly string[], header: string): (request: IncomingMessage) => string | null {
  const trusted = proxyAddr.compile([...proxies])
  return ({ headers, socket }) => {
    const said = headers[header.toLowerCase()]
    if (header === '' || typeof said !== 'string' || !trusted(socket.remoteAddress ?? '', 0)) return null
    const country = said.trim().toUpperCase()
    return COUNTRY_CODES.has(country) ? country : null
  }
}

/**
 * Tells the network a request comes from. What a proxy says of whom it asks for is believed only of
 * proxies named in the settings; anybody else may write what they like.
 */
export function addressReader(proxies: readonly string[]): (request: IncomingMessage) => string {
  const trusted = proxyAddr.compile([...proxies])
  return (request) => {
    try {
      return networkOf(proxyAddr(request, trusted))
    } catch {
      // A proxy passed on something that is no address: the proxy's own is what is known.
      return networkOf(request.socket.remoteAddress ?? 'unknown')
    }
  }
}

/** Whether these are addresses or ranges that can be read. */
export function areProxies(proxies: readonly string[]): boolean {
  try {
    proxyAddr.compile([...proxies])
    return true
  } catch {
    return false
  }
}
