import { setNonce } from 'get-nonce'
import { config } from 'zod/v4/core'

/** The word that lets this page's own scripts and style sheets pass its policy; empty on the server. */
export const pageNonce = (): string =>
  typeof document === 'undefined' ? '' : (document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? '')

/**
 * Has libraries keep the page's policy: the few that must write a style sheet while they run get the nonce, and the
 * one that checks input makes no code of text, nor tries whether it may.
 */
export function keepPolicy(): void {
  setNonce(pageNonce())
  config({ jitless: true })
}
