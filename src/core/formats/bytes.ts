/** How large something is, as people say it: “640 KB”, “1.2 MB”. Units are powers of ten (IEC 80000-13). */
export function wordsOfBytes(bytes: number): string {
  const units = ['bytes', 'KB', 'MB', 'GB']
  const power = Math.min(Math.floor(Math.log10(Math.max(bytes, 1)) / 3), units.length - 1)
  const size = bytes / 1000 ** power
  // What rounds up to a thousand is one of the next.
  const [shown, unit] = Math.round(size) >= 1000 && power < 3 ? [1, power + 1] : [size, power]
  return `${shown < 10 && unit > 0 ? Math.round(shown * 10) / 10 : Math.round(shown)} ${units[unit]}`
}
