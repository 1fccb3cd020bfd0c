import { runMigrations } from 'graphile-worker'
import { Migrator } from 'kysely'
import type { Connection } from './database'
import { migrations } from './migrations'

/** Brings the database up to date: ours first, then the job queue's. */
export async function migrate({ db, pool }: Connection): Promise<string[]> {
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(migrations) } })
  const { error, results = [] } = await migrator.migrateToLatest()
  if (error) throw error
  await runMigrations({ pgPool: pool })
  return results.map(({ migrationName }) => migrationName)
}
