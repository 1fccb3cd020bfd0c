import { Records } from '@/studio/records/records'

export default function Page() {
  return <Records />
}
