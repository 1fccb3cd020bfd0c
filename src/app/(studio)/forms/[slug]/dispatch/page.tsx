import { Dispatch } from '@/studio/dispatch/dispatch'

export default function Page() {
  return <Dispatch />
}
