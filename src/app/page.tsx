import { redirect } from 'next/navigation'
import { here } from '@/server/access/session'

export default function Home(): never {
  redirect(here('/forms'))
}
