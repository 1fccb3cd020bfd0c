import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { findSignedIn } from '@/server/access/member'
import { isUnowned } from '@/db/queries/ways_in'
import { context } from '@/server/context'
import { SignIn } from '@/studio/frame/signIn'

export const metadata = { title: 'Sign in' }

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, unknown>> }) {
  const who = await findSignedIn(await headers())
  if (who) redirect(who.memberships.length === 1 ? '/forms' : '/workspaces')
  const { db, config } = context()
  const { LICHEN_DEMO_EMAIL: email, LICHEN_DEMO_PASSWORD: password } = config
  const isNew = await isUnowned(db).catch(() => false)
  const awaitsCode = (await searchParams).code !== undefined
  const isOpen = config.LICHEN_SIGN_UP === 'open'
  return <SignIn {...{ isNew, isOpen, awaitsCode }} demo={email && password ? { email, password } : null} />
}
