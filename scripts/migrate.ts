/** Brings the database at `DATABASE_URL` up to date. */
import { connect } from '@/db/database'
import { migrate } from '@/db/migrate'
import { explainTrouble } from '@/server/trouble'

const connection = connect(process.env.DATABASE_URL ?? '')
try {
  const done = await migrate(connection)
  console.log(done.length > 0 ? `Migrated: ${done.join(', ')}` : 'The database is up to date')
} catch (error) {
  console.error(explainTrouble(error)?.say ?? error)
  process.exitCode = 1
} finally {
  await connection.pool.end()
}
