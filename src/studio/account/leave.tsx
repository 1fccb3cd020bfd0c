'use client'

import { Button } from '../ui/button'
import { useState } from 'react'
import { toast } from '../ui/toast'
import { leaveWorkspaceAction } from './actions'

/** A way out of the workspace; asked once more, since only another can let one in again. */
export function LeaveWorkspace({ workspace }: { workspace: string }) {
  const [asking, setAsking] = useState(false)
  const leave = async () => {
    setAsking(false)
    const left = await leaveWorkspaceAction({}).catch(() => null)
    if (left?.ok) location.assign('/workspaces')
    else toast(left?.message ?? 'Lichen cannot be reached. Try again in a moment.')
  }
  if (!asking) return <Button onClick={() => setAsking(true)}>Leave the workspace…</Button>
  return (
    <span role="group" aria-label={`Leave ${workspace}?`} className="inline-flex flex-wrap items-center gap-1.5">
      <Button autoFocus onClick={() => void leave()}>
        Leave it
      </Button>
      <Button look="quiet" onClick={() => setAsking(false)}>
        Stay
      </Button>
      <span className="text-soft">An owner would have to invite you again.</span>
    </span>
  )
}
