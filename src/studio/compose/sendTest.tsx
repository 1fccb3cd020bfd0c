'use client'

import { useRouter } from 'next/navigation'
import { sendTestAction } from '../draft/actions'
import { useDraft } from '../draft/context'
import { Button } from '../ui/button'
import { Only, useWithin } from '../ui/here'
import { toast } from '../ui/toast'
import { useRun } from '../ui/useRun'

interface Props {
  values: Record<string, string>
  /** Whose personal link it is sent by. */
  contact: string | null
}

/** Sends what is filled in through the release that is live, as a test that counts nowhere. */
export function SendTest({ values, contact }: Props) {
  const { slug, live } = useDraft((state) => state.facts)
  const { busy, run } = useRun()
  const router = useRouter()
  const inHere = useWithin()
  if (!live) return null
  const send = async () => {
    const sent = await run(() => sendTestAction({ slug, values, contact }))
    if (!sent) return
    const see = () => router.push(inHere(`/arrivals/${sent.submission}`))
    toast('Sent as a test', { action: { label: 'See it', onClick: see } })
  }
  return (
    <Only may="answer">
      <p className="mt-1.5 flex items-center gap-2">
        <Button disabled={busy} onClick={() => void send()}>
          Send as a test
        </Button>
        <span className="text-soft">through release {live.number}; it counts nowhere</span>
      </p>
    </Only>
  )
}
