/**
 * A place in a list ordered by moment and id, newest first. Pages go on after it. Moments are written by
 * us, in whole milliseconds, so a cursor is exact.
 */
export interface Cursor {
  at: Date
  id: string
}

const writeCursor = ({ at, id }: Cursor): string => Buffer.from(`${at.toISOString()} ${id}`).toString('base64url')

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/

/** Reads a cursor back; `null` for anything that is not one. */
export function readCursor(text: string | null | undefined): Cursor | null {
  const [moment = '', id = ''] = Buffer.from(text ?? '', 'base64url')
    .toString()
    .split(' ')
  // Only what we wrote ourselves: other moments may be years no database column holds.
  if (!/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z$/.test(moment) || moment < '1') return null
  const at = new Date(moment)
  return Number.isNaN(at.getTime()) || !UUID.test(id) ? null : { at, id }
}

/** A page of rows and the cursor for the next, of which `rows` holds one more than `limit` if there is one. */
export function pageOf<T>(rows: T[], limit: number, cursorOf: (row: T) => Cursor): { rows: T[]; next: string | null } {
  const page = rows.slice(0, limit)
  const last = page.at(-1)
  return { rows: page, next: rows.length > limit && last ? writeCursor(cursorOf(last)) : null }
}
