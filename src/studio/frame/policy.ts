import { setNonce } from 'get-nonce'

/** The word that lets this page's own scripts and style sheets pass its policy; empty on the server. */
export const pageNonce = (): string =>
  typeof document === 'undefined' ? '' : (document.querySelector<HTMLScriptElement>('script[nonce]')?.nonce ?? '')

/** Hands the nonce to the few libraries that must write a style sheet while they run. */
export const handNonceOn = (): void => setNonce(pageNonce())
