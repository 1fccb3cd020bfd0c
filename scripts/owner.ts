/**
 * `npm run owner -- you@firm.example`: an address that works once, to open a workspace with its first owner; for
 * somebody who signs in already, to take a new password.
 */
import { connect } from '@/db/database'
import { findUser } from '@/db/queries/ways_in'
import { makeWayIn } from '@/server/access/way_in'
import { readConfig } from '@/server/config'
import { explainTrouble } from '@/server/trouble'

const email = (process.argv[2] ?? '').trim().toLowerCase()
if (email !== '' && !/^\S+@\S+$/.test(email)) {
  console.error(`“${email}” is not an email address. Run: npm run owner -- you@firm.example`)
  process.exit(1)
}
const config = readConfig()
const { db, pool } = connect(config.DATABASE_URL)
try {
  const user = email === '' ? undefined : await findUser(db, email)
  const address = await makeWayIn(
    db,
    config,
    user ? { is: 'new password', userId: user.id } : { is: 'open workspace', email },
  )
  console.log(
    user
      ? `${user.name} signs in with this address already. A new password, once, within the hour:\n${address}`
      : `Opens a workspace, once, within two days:\n${address}`,
  )
} catch (error) {
  console.error(explainTrouble(error)?.say ?? (error as Error).message)
  process.exitCode = 1
} finally {
  await pool.end()
}
