import { isUnowned } from '@/db/queries/ways_in'
import type { Context } from '../context'
import { log } from '../log'
import { explainTrouble } from '../trouble'
import { makeWayIn } from './way_in'

/**
 * Where nobody can sign in yet, tells whoever started this an address that opens the first workspace. A database that
 * cannot be asked is told in one line: what to do is said, and serving goes on until it can.
 */
export async function tellFirstOwner({ db, config }: Pick<Context, 'db' | 'config'>): Promise<void> {
  try {
    if (!(await isUnowned(db))) return
    const address = await makeWayIn(db, config, { is: 'open workspace', email: '' })
    process.stdout.write(`Nobody can sign in here yet. Open the first workspace, once, within two days:\n${address}\n`)
  } catch (error) {
    const trouble = explainTrouble(error)
    if (trouble) process.stderr.write(`${trouble.say}\n`)
    else log.warn({ error }, 'It is not known whether anybody can sign in')
  }
}
