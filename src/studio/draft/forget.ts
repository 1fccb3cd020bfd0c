import { clear } from 'idb-keyval'

/**
 * Forgets what could be undone of every draft, as when somebody signs out. Apart from what keeps it, so that the head
 * of the studio brings no more along than it needs.
 */
export const forgetUndo = (): Promise<void> => clear().catch(() => undefined)
