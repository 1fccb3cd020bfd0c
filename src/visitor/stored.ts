/** What is done with what browsers store; nothing where they have no room for it, or allow none. */
export function stored<T>(touch: () => T): T | undefined {
  try {
    return touch()
  } catch {
    return undefined
  }
}
