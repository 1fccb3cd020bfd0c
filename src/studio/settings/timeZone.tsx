'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ChoiceField } from '../ui/field'
import { toast } from '../ui/toast'
import { setTimeZoneAction } from './actions'

interface Props {
  zone: string
  /** Those the server knows: a browser knows others. */
  zones: string[]
}

/** In which zone the workspace's days and hours are told, and its numbers counted. */
export function TimeZone({ zone: start, zones }: Props) {
  const router = useRouter()
  const [zone, setZone] = useState(start)
  const set = async (next: string) => {
    const before = zone
    setZone(next)
    const result = await setTimeZoneAction({ timeZone: next })
    toast(result.ok ? 'Numbers are counted anew, by the days of this zone. It takes a moment.' : result.message)
    if (result.ok) router.refresh()
    else setZone(before)
  }
  return (
    <section id="time-zone">
      <h2 className="mb-1.5">Time zone</h2>
      <div className="flex items-center gap-2">
        <ChoiceField
          hideLabel
          label="Time zone"
          className="max-w-60"
          value={zone}
          options={(zones.includes(zone) ? zones : [zone, ...zones]).map((name) => [name, name] as const)}
          onCommit={(next) => void set(next)}
        />
        <span className="text-soft">Days and hours are told in it, and numbers counted by its days.</span>
      </div>
    </section>
  )
}
