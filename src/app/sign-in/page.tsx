import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { findMember } from '@/server/access/member'
import { context } from '@/server/context'
import { SignIn } from '@/studio/frame/signIn'

export const metadata = { title: 'Sign in' }

export default async function Page() {
  if (await findMember(await headers())) redirect('/forms')
  const { LICHEN_DEMO_EMAIL: email, LICHEN_DEMO_PASSWORD: password } = context().config
  return <SignIn demo={email && password ? { email, password } : null} />
}
