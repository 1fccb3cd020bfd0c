import type { Migration } from 'kysely'
import * as firstLine from './0001_first_line'

/** Every migration in order. Ones that have run are never edited. */
export const migrations: Record<string, Migration> = {
  '0001_first_line': firstLine,
}
