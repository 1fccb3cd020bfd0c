import { Forgot } from '@/studio/frame/enter'

export const metadata = { title: 'A new password' }
export const dynamic = 'force-dynamic'

export default function Page() {
  return <Forgot />
}
