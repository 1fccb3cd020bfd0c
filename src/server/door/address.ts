import type { IncomingMessage } from 'node:http'
import proxyAddr from 'proxy-addr'

/**
 * Tells the network address a request comes from. What a proxy says of whom it asks for is believed only of
 * proxies named in the settings; anybody else may write what they like.
 */
export function addressReader(proxies: readonly string[]): (request: IncomingMessage) => string {
  const trusted = proxyAddr.compile([...proxies])
  return (request) => {
    try {
      return proxyAddr(request, trusted)
    } catch {
      // A proxy passed on something that is no address: the proxy's own is what is known.
      return request.socket.remoteAddress ?? 'unknown'
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
