/** Brings the database at `DATABASE_URL` up to date. */
import { connect } from '@/db/database'
import { migrate } from '@/db/migrate'

const connection = connect(process.env.DATABASE_URL ?? '')
const done = await migrate(connection)
console.log(done.length > 0 ? `Migrated: ${done.join(', ')}` : 'The database is up to date')
await connection.pool.end()
