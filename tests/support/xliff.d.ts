/** What is used of npm xliff, which comes without types. */
declare module 'xliff' {
  export function xliff2js(document: string): Promise<{
    sourceLanguage: string
    targetLanguage: string
    resources: Record<string, Record<string, { source: string; target?: string }>>
  }>
}
