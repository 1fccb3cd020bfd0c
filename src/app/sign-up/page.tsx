import { notFound } from 'next/navigation'
import { context } from '@/server/context'
import { SignUp } from '@/studio/frame/joining'

export const metadata = { title: 'Open a workspace' }
export const dynamic = 'force-dynamic'

export default function Page() {
  if (context().config.LICHEN_SIGN_UP === 'closed') notFound()
  return <SignUp />
}
