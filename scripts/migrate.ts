/** Brings the database at `DATABASE_URL` up to date. */
import { connect } from '@/db/database'
import { migrate } from '@/db/migrate'
import { explainTrouble } from '@/server/trouble'

/** Seconds that one statement may take: large tables are read once and their indexes made. */
const PATIENCE = 3600

const connection = connect(process.env.DATABASE_URL ?? '', { patience: PATIENCE })
try {
  const done = await migrate(connection)
  console.log(done.length > 0 ? `Migrated: ${done.join(', ')}` : 'The database is up to date')
} catch (error) {
  console.error(explainTrouble(error)?.say ?? error)
  process.exitCode = 1
} finally {
  await connection.pool.end()
}
