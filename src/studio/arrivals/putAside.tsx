'use client'

import { useRouter } from 'next/navigation'
import { type FormEvent, useState } from 'react'
import { Button } from '../ui/button'
import { toast } from '../ui/toast'
import { putAsideAction } from './actions'
import { useMay } from '../ui/here'

/** Puts a delivery aside that was given up, or that still waits: it asks why in its own place, so that others know. */
export function PutAside({ id, label }: { id: string; label: string }) {
  const router = useRouter()
  const may = useMay('answer')
  const [asking, setAsking] = useState(false)
  const put = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault()
    const reason = String(new FormData(event.currentTarget).get('reason') ?? '')
    const result = await putAsideAction({ id, reason })
    toast(result.ok ? 'It is put aside, with your reason' : result.message)
    if (result.ok) setAsking(false)
    router.refresh()
  }
  if (!may) return null
  if (!asking) return <Button onClick={() => setAsking(true)}>{label}</Button>
  return (
    <form onSubmit={(event) => void put(event)} className="flex flex-wrap gap-1.5">
      <input
        name="reason"
        required
        maxLength={300}
        autoFocus
        aria-label="Why"
        placeholder="Why?"
        className="box w-44"
      />
      <Button type="submit">{label.replace('…', '')}</Button>
      <Button look="quiet" onClick={() => setAsking(false)}>
        Keep it
      </Button>
    </form>
  )
}
