/** Packs and unpacks WOFF 2 (W3C); it comes without types. */
declare module 'wawoff2' {
  export function decompress(packed: Uint8Array): Promise<Uint8Array>
}
