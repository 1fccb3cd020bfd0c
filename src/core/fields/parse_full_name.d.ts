declare module 'parse-full-name' {
  /** A name in its parts, each `''` where there is none; `fixCase` 0 leaves letters as they are, `ignoreErrors` 0 and `stopOnError` 0 never throw. */
  export function parseFullName(
    name: string,
    part: 'all',
    fixCase: 0,
    stopOnError: 0,
    useLongLists: 0,
  ): { title: string; first: string; middle: string; last: string; nick: string; suffix: string; error: string[] }
}
