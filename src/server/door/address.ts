import type { IncomingMessage } from 'node:http'
import ipaddr from 'ipaddr.js'
import proxyAddr from 'proxy-addr'

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
