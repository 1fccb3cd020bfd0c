import { redirect } from 'next/navigation'
import { here } from '@/server/access/session'

export const dynamic = 'force-dynamic'

export default function Home(): never {
  redirect(here('/forms'))
}
