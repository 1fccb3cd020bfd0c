import { listPasskeys, listSessions } from '@/db/queries/account'
import { memberPage } from '@/server/access/session'
import { context } from '@/server/context'
import { Account } from '@/studio/account/account'

export const metadata = { title: 'Your account' }

export default memberPage('read', async (member) => {
  const { db } = context()
  const [passkeys, sessions] = await Promise.all([
    listPasskeys(db, member.userId),
    listSessions(db, member.userId, new Date()),
  ])
  const { name, email, role, workspaceName, hasSecondFactor, sessionId } = member
  return (
    <Account
      {...{ name, email, role, hasSecondFactor, passkeys, sessions }}
      workspace={workspaceName}
      thisSession={sessionId}
    />
  )
})
