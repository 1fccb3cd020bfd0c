import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { findMember } from '@/server/access/member'
import { isUnowned } from '@/db/queries/ways_in'
import { context } from '@/server/context'
import { SignIn } from '@/studio/frame/signIn'

export const metadata = { title: 'Sign in' }

export default async function Page() {
  if (await findMember(await headers())) redirect('/forms')
  const { db, config } = context()
  const { LICHEN_DEMO_EMAIL: email, LICHEN_DEMO_PASSWORD: password } = config
  const isNew = await isUnowned(db).catch(() => false)
  return <SignIn isNew={isNew} demo={email && password ? { email, password } : null} />
}
